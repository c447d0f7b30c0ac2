<script setup lang="ts">
import { refDebounced } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import ClaySelect from "@/ui/ClaySelect.vue";
import ConeSelect from "@/ui/ConeSelect.vue";

/** What an assignment is made of and fired to, and what a change of it, or of its measures, would change on the pieces under way. */
const props = defineProps<{ of: Schemas["Assignment"]; measures: Record<string, number> }>();
const fires = defineModel<{ clay: string; cone: string }>({ required: true });
const asked = computed(() => ({ ...fires.value, measures: props.measures }));
const same = computed(
  () =>
    fires.value.clay === props.of.clay &&
    fires.value.cone === props.of.cone &&
    Object.entries(props.of.measures).every(([key, v]) => props.measures[key] === v),
);
const settled = refDebounced(asked, 200);
const effects = ref<Schemas["RuleEffects"]>();
watch(
  settled,
  async (body) => {
    effects.value = undefined;
    if (same.value) return;
    const path = { params: { path: { id: props.of.id } } };
    effects.value = await answer(api.POST("/assignments/{id}/preview", { ...path, body })).catch(
      () => undefined,
    );
  },
  { immediate: true },
);
</script>

<template>
  <div class="fires">
    <ClaySelect v-model="fires.clay" aria-label="Clay of the assignment" />
    <ConeSelect v-model="fires.cone" aria-label="Cone of the assignment" />
  </div>
  <div v-if="effects && !same" class="effects" role="status">
    <p>
      <b class="num">{{ effects.pieces }}</b>
      {{ effects.pieces === 1 ? "piece is" : "pieces are" }} touched<template v-if="effects.stopped"
        >; <b class="num">{{ effects.stopped }}</b> that may be fired today could not</template
      ><template v-if="effects.freed"
        >; <b class="num">{{ effects.freed }}</b> more could be fired</template
      >.
    </p>
    <ul>
      <li v-for="e in effects.list.slice(0, 4)" :key="e.code">
        <b v-if="e.appears">+{{ e.appears }}</b> <b v-if="e.goes">−{{ e.goes }}</b> {{ e.example }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.fires {
  display: grid;
  grid-template-columns: 1fr 120px;
  gap: 8px;
}
.effects {
  border-left: 4px solid var(--ink);
  padding-left: 8px;
  font-size: 14px;
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api } from "@/api/client";
import ShelfPlan from "@/kiln/ShelfPlan.vue";
import StackSide from "@/kiln/StackSide.vue";
import { shelfName, type LoadPlan, type Standing } from "@/kiln/shapes";
import { useTablet } from "@/station/useStation";

/** A load that the teacher opened here: the shelf from above, ticked as pieces go in, bottom up. */
const props = defineProps<{ load: string }>();
const emit = defineEmits<{ gone: [] }>();
const station = useTablet();
const plan = ref<LoadPlan>();
const level = ref(0);
const chosen = ref("");
async function look() {
  try {
    plan.value = await answer(api.GET("/loads/{id}/plan", { params: { path: { id: props.load } } }));
  } catch {
    emit("gone");
  }
}
watch([() => props.load, station.news], look, { immediate: true });
/** The lowest shelf on which something is still to stand. */
const next = computed(() => plan.value?.levels.findIndex((l) => l.pieces.some((p) => !p.in)) ?? 0);
const begun = ref(false);
watch(next, (n) => {
  if (!begun.value && n >= 0) level.value = n;
  begun.value = true;
});
const shelf = computed(() => plan.value?.levels[level.value]);
const list = computed(() => shelf.value?.pieces.filter((p) => !p.lid) ?? []);
const inside = computed(() => list.value.filter((p) => p.in).length);
async function tick(s: Standing) {
  chosen.value = s.piece;
  const body = { piece: s.piece, in: !s.in, seen: s.seq };
  const path = { params: { path: { id: props.load } } };
  try {
    plan.value = await answer(api.POST("/loads/{id}/tick", { ...path, body }));
  } catch (e) {
    station.say((e as Error).message);
    void look();
  }
}
</script>

<template>
  <div v-if="plan && shelf" class="load">
    <h1>{{ plan.name }}, cone {{ plan.cone }}</h1>
    <p class="caution">Two hands, from below. Nothing touches. Only the person in charge lights it.</p>
    <div class="views">
      <StackSide :plan="plan" :level="level" colours="fired" @choose="level = $event" />
      <ShelfPlan
        :plan="plan"
        :level="level"
        :chosen="chosen"
        colours="fired"
        still
        @choose="chosen = $event"
      />
    </div>
    <h2>{{ shelfName(plan, level) }}: {{ inside }} of {{ list.length }} stand</h2>
    <ul>
      <li v-for="s in list" :key="s.piece" :class="{ here: s.piece === chosen }">
        <button
          type="button"
          role="checkbox"
          :aria-checked="s.in"
          :aria-label="`${s.student} ${s.mark}, ${s.title}`"
          @click="tick(s)"
        >
          <i aria-hidden="true">{{ s.in ? "▣" : "▢" }}</i> <b>{{ s.mark }}</b> {{ s.student
          }}{{ s.piled ? `, with ${s.piled.map((q) => q.student).join(", ")}` : "" }}
          <span class="soft"
            >{{ s.title }}{{ s.cookie ? ", on a cookie" : "" }}{{ s.stilts ? ", on stilts" : "" }}</span
          >
          <span v-if="s.lapsed" class="lapsed">has to come out: {{ s.lapsed }}</span>
        </button>
      </li>
    </ul>
    <p class="steps">
      <button type="button" class="plain" :disabled="level === 0" @click="level--">Lower</button>
      <button type="button" class="plain" :disabled="level + 1 >= plan.levels.length" @click="level++">
        Higher
      </button>
    </p>
  </div>
</template>

<style scoped>
.views {
  display: grid;
  grid-template-columns: 1fr 3fr;
  gap: 14px;
  margin: 12px 0;
}
.views .shelf,
.views .stack {
  max-height: min(46vh, 520px);
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 6px;
  margin-top: 8px;
}
li button {
  width: 100%;
  min-height: 52px;
  text-align: left;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 4px 12px;
  font-size: 17px;
}
.here button {
  border-width: 3px;
}
i {
  font-style: normal;
  font-size: 22px;
}
.lapsed {
  display: block;
  font-weight: 600;
}
.steps {
  display: flex;
  gap: 12px;
  margin-top: 14px;
}
</style>

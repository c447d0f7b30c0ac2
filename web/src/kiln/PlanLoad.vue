<script setup lang="ts">
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { answer, api, type Piece } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt } from "@/ui/messages";

/** Plans a load of what may be fired to a cone, in one of the kilns. */
const props = defineProps<{ cone: string; bisque?: boolean | undefined; pieces: Piece[] }>();
const kilns = useAsk(queries.kilns());
const changed = useChanged();
const router = useRouter();
const usable = computed(() => (kilns.data.value ?? []).map((k) => k.kiln).filter((k) => !k.rests));
const chosen = ref("");
const kiln = computed(() => chosen.value || usable.value[0]?.id || "");
const busy = ref(false);
/** Of one class alone, where the house fires each by itself. */
const rules = useAsk(queries.rules({}));
const apart = computed(() => rules.data.value?.some((r) => r.key === "kilnClasses" && r.value === "apart"));
const classes = useClasses();
const waiting = computed(() => {
  const ids = new Set(props.pieces.map((p) => p.class));
  return (classes.data.value ?? []).filter((c) => ids.has(c.id));
});
const asked = ref("");
const mine = computed(() => (apart.value ? asked.value || waiting.value[0]?.id : undefined));

async function plan() {
  busy.value = true;
  const body = {
    kiln: kiln.value,
    cone: props.cone,
    ...(props.bisque === undefined ? {} : { bisque: props.bisque }),
    ...(mine.value ? { class: mine.value } : {}),
  };
  const made = await attempt(answer(api.POST("/loads/plan", { body })));
  busy.value = false;
  if (!made) return;
  await changed("load", "load_plan");
  await router.push(`/kiln/load/${made.load}`);
}
</script>

<template>
  <span v-if="usable.length" class="plan">
    <el-button type="primary" :loading="busy" @click="plan"
      >Plan a cone {{ cone }} {{ bisque ? "bisque load" : "load" }}</el-button
    >
    <el-select
      v-if="usable.length > 1"
      :model-value="kiln"
      :aria-label="`Kiln for cone ${cone}`"
      @update:model-value="chosen = $event"
    >
      <el-option v-for="k in usable" :key="k.id" :value="k.id" :label="`in ${k.name}`" />
    </el-select>
    <el-select
      v-if="apart"
      :model-value="mine"
      :aria-label="`Class for cone ${cone}`"
      @update:model-value="asked = $event"
    >
      <el-option v-for="c in waiting" :key="c.id" :value="c.id" :label="`of ${c.name}`" />
    </el-select>
  </span>
  <span v-else-if="kilns.data.value" class="soft">
    <PlaceLink to="/kiln/kilns">Add a kiln</PlaceLink>, and loads can be planned.
  </span>
</template>

<style scoped>
.plan {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.el-select {
  width: 170px;
}
</style>

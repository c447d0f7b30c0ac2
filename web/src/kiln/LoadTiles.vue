<script setup lang="ts">
import { computed, ref, watch } from "vue";
import type { LoadPlan } from "@/kiln/shapes";
import type { Act } from "@/kiln/useLoadPlan";
import { useUnits } from "@/lib/useUnits";

/** Test tiles take what room the pieces leave: how many, and how large. */
const props = defineProps<{ plan: LoadPlan; act: (what: Act) => Promise<boolean> }>();
const { unit, shown, kept } = useUnits();
const usual = { count: 0, wideMM: 60, deepMM: 12, tallMM: 90 };
const tiles = ref({ ...usual, ...props.plan.tiles });
watch(
  () => props.plan.tiles,
  (now) => (tiles.value = { ...usual, ...now }),
);
const placed = computed(() => props.plan.levels.flatMap((l) => l.pieces).filter((p) => p.tile).length);
const busy = ref(false);
const sizes = [
  { key: "wideMM", name: "Width" },
  { key: "deepMM", name: "Depth as it stands" },
  { key: "tallMM", name: "Height as it stands" },
] as const;
async function keep() {
  busy.value = true;
  await props.act({ act: "tiles", tiles: tiles.value });
  busy.value = false;
}
</script>

<template>
  <details class="tiles" :open="placed > 0">
    <summary>Test tiles{{ plan.tiles ? `: ${placed} of ${plan.tiles.count} have room` : "" }}</summary>
    <p class="soft">They take the room that is left; no piece leaves for one.</p>
    <form @submit.prevent="keep">
      <label
        >How many
        <el-input-number
          v-model="tiles.count"
          :min="0"
          :max="120"
          :controls="false"
          aria-label="How many tiles"
      /></label>
      <label v-for="s in sizes" :key="s.key"
        >{{ s.name }}, {{ unit }}
        <el-input-number
          :model-value="shown(tiles[s.key])"
          :controls="false"
          :aria-label="s.name"
          @update:model-value="tiles[s.key] = kept($event ?? 0)"
      /></label>
      <el-button size="small" native-type="submit" :loading="busy">Put them in</el-button>
    </form>
  </details>
</template>

<style scoped>
.tiles {
  margin-top: 14px;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
summary {
  cursor: pointer;
  min-height: 32px;
  font-weight: 600;
}
form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  align-items: end;
  margin-top: 6px;
}
label {
  display: grid;
  gap: 2px;
  font-size: 13.5px;
}
.el-input-number {
  width: 100%;
}
</style>

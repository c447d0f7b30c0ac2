<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** Lines across the piece, each with its height: how far down overlapping dips go, and up to where a coat is done. */
const props = defineProps<{ drawing: Schemas["Drawing"]; unit: number; dips: number[]; lineMm?: number }>();
const lines = computed(() => [
  ...props.dips.map((mm) => ({ mm, says: `dip to ${mm} mm` })),
  ...(props.lineMm ? [{ mm: props.lineMm, says: `${props.lineMm} mm` }] : []),
]);
</script>

<template>
  <g v-for="{ mm, says } in lines" :key="says">
    <line
      :x1="drawing.tableFrom - 8 * unit"
      :x2="drawing.tableTo + 8 * unit"
      :y1="drawing.tableY - mm"
      :y2="drawing.tableY - mm"
    />
    <text :x="drawing.tableTo + 8 * unit" :y="drawing.tableY - mm - 3 * unit" text-anchor="end">{{
      says
    }}</text>
  </g>
</template>

<style scoped>
line {
  stroke: #111;
  stroke-width: 1.4px;
  stroke-dasharray: 9 3;
  vector-effect: non-scaling-stroke;
}
text {
  fill: #111;
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 3px;
  stroke-linejoin: round;
}
</style>

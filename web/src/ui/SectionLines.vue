<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { mm } from "@/ui/figures";

/** Lines across the piece, each with its height: how far down overlapping dips go, and up to where a coat is done. */
const props = defineProps<{ drawing: Schemas["Drawing"]; unit: number; dips: number[]; lineMm?: number }>();
const lines = computed(() => [
  ...props.dips.map((at) => ({ mm: at, says: `dip to ${mm(at)}` })),
  ...(props.lineMm ? [{ mm: props.lineMm, says: mm(props.lineMm) }] : []),
]);
</script>

<template>
  <g v-for="{ mm: at, says } in lines" :key="says">
    <line
      :x1="drawing.tableFrom - 8 * unit"
      :x2="drawing.tableTo + 8 * unit"
      :y1="drawing.tableY - at"
      :y2="drawing.tableY - at"
    />
    <text :x="drawing.tableTo + 8 * unit" :y="drawing.tableY - at - 3 * unit" text-anchor="end">{{
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

<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** How far down overlapping dips go, each a line across the piece with its height. */
defineProps<{ drawing: Schemas["Drawing"]; unit: number; heights: number[] }>();
</script>

<template>
  <g v-for="mm in heights" :key="mm" class="overlap">
    <line
      :x1="drawing.tableFrom - 8 * unit"
      :x2="drawing.tableTo + 8 * unit"
      :y1="drawing.tableY - mm"
      :y2="drawing.tableY - mm"
    />
    <text :x="drawing.tableTo + 8 * unit" :y="drawing.tableY - mm - 3 * unit" text-anchor="end">
      dip to {{ mm }} mm
    </text>
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

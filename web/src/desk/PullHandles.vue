<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { ref } from "vue";
import type { Schemas } from "@/api/client";
import { mm } from "@/ui/figures";

/** The points of a wall that can be pulled in or out, by pointer or by the arrow keys. */
const props = defineProps<{ drawing: Schemas["Drawing"]; unit: number; svg?: SVGSVGElement }>();
const emit = defineEmits<{ pull: [measure: string, byMm: number] }>();
const held = ref<{ measure: string; from: number }>();

function toMm(event: PointerEvent) {
  const matrix = props.svg?.getScreenCTM();
  return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()).x : 0;
}
function grab(measure: string, event: PointerEvent) {
  held.value = { measure, from: toMm(event) };
}
useEventListener(window, "pointermove", (event: PointerEvent) => {
  if (!held.value) return;
  const by = Math.round((toMm(event) - held.value.from) * 2) / 2;
  if (!by) return;
  emit("pull", held.value.measure, by);
  held.value.from += by;
});
useEventListener(window, "pointerup", () => (held.value = undefined));
function nudge(measure: string, event: KeyboardEvent) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  if (!by) return;
  event.preventDefault();
  emit("pull", measure, event.shiftKey ? 5 * by : by);
}
</script>

<template>
  <g>
    <circle
      v-for="h in drawing.handles"
      :key="h.measure"
      class="handle"
      :cx="h.x"
      :cy="h.y"
      :r="6 * unit"
      tabindex="0"
      role="slider"
      :aria-label="`Wall ${h.measure.slice(-1)} of 3: pull with the arrow keys`"
      :aria-valuenow="Math.round(h.x)"
      :aria-valuetext="`${mm(h.x)} from the middle`"
      @pointerdown.prevent="grab(h.measure, $event)"
      @keydown="nudge(h.measure, $event)"
    />
  </g>
</template>

<style scoped>
.handle {
  fill: #fff;
  stroke: #000;
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
  cursor: ew-resize;
}
.handle:focus-visible {
  fill: #000;
}
</style>

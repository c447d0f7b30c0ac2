<script setup lang="ts">
import { computed } from "vue";
import type { Schemas, SurfaceState } from "@/api/client";
import { sayStack } from "@/lib/stack";

/** The surfaces of a half-section named beside it, with leader lines: stack, bare foot, gravest finding. */
const props = defineProps<{
  drawing: Schemas["Drawing"];
  /** mm per pixel of text. */
  unit: number;
  names: Map<string, string>;
  states?: SurfaceState[];
  selected?: string;
  findings?: Schemas["Finding"][];
  /** Stands in place of the stack of a surface, and is marked. */
  said?: Record<string, string>;
}>();
const emit = defineEmits<{ select: [surface: string] }>();
const state = computed(() => new Map((props.states ?? []).map((s) => [s.id, s])));

function says(s: SurfaceState | undefined): string {
  if (!s) return "";
  if (s.resist) return `bare, ${s.resist}`;
  if (s.bare) return "bare";
  return sayStack(s.stack) || (s.optional ? "an extra" : "nothing planned");
}
const signs = { stop: "✕ ", warn: "▲ ", note: "" } as const;
function sign(surface: string) {
  const own = props.findings?.filter((f) => f.surface === surface) ?? [];
  return signs[(["stop", "warn"] as const).find((w) => own.some((f) => f.severity === w)) ?? "note"];
}
/** Labels stand in two columns beside the drawing, apart enough to be read and none below its foot. */
const labels = computed(() => {
  const d = props.drawing;
  const gap = (props.states ? 42 : 26) * props.unit;
  return [true, false].flatMap((left) => {
    const column = d.labels.filter((l) => l.left === left).sort((a, b) => a.y - b.y);
    const heights: number[] = [];
    column.forEach((l, i) => heights.push(Math.max(l.y, (heights[i - 1] ?? -Infinity) + gap)));
    let floor = d.top + d.height + 10 * props.unit;
    for (let i = heights.length - 1; i >= 0; i--) {
      heights[i] = Math.min(heights[i]!, floor);
      floor = heights[i]! - gap;
    }
    const edge = left ? d.left - 10 * props.unit : d.left + d.width + 10 * props.unit;
    return column.map((l, i) => ({
      ...l,
      ty: heights[i]!,
      tx: edge,
      text: (props.said?.[l.surface] ? signs.warn : sign(l.surface)) + (props.names.get(l.surface) ?? ""),
      stack: props.said?.[l.surface] ?? says(state.value.get(l.surface)),
    }));
  });
});
</script>

<template>
  <g
    v-for="l in labels"
    :key="l.surface + l.left"
    class="label"
    :class="{ chosen: l.surface === selected }"
    @click="emit('select', l.surface)"
  >
    <line :x1="l.x" :y1="l.y" :x2="l.tx" :y2="l.ty" class="leader" />
    <circle :cx="l.x" :cy="l.y" :r="2.2 * unit" />
    <text :x="l.tx + (l.left ? -4 : 4) * unit" :y="l.ty + 1 * unit" :text-anchor="l.left ? 'end' : 'start'">
      <tspan class="surface">{{ l.text }}</tspan>
      <tspan :x="l.tx + (l.left ? -4 : 4) * unit" :dy="15 * unit" class="stack">{{ l.stack }}</tspan>
    </text>
  </g>
</template>

<style scoped>
.leader {
  stroke: #3a3a3a;
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}
.label {
  cursor: pointer;
  fill: #1f1f1f;
}
.surface {
  font-weight: 640;
}
.stack {
  fill: #474747;
}
.label.chosen .surface {
  text-decoration: underline;
}
</style>

<script setup lang="ts">
import { computed, useId } from "vue";
import type { Schemas, SurfaceState } from "@/api/client";
import { grainsOf } from "@/ui/grains";
import { heightsOfLayers, layersOf } from "@/ui/layers";
import SectionPatterns from "@/ui/SectionPatterns.vue";

/** A half-section in small, beside a name: the form and its colours, and nothing to press. */
const props = defineProps<{
  drawing: Schemas["Drawing"];
  states: SurfaceState[];
  colours: "chalk" | "fired";
}>();
const id = useId();
const unit = computed(() => Math.max(props.drawing.width / 84, props.drawing.height / 60));
const box = computed(() => {
  const d = props.drawing;
  const pad = 3 * unit.value;
  return [d.left - pad, d.top - pad, d.width + 2 * pad, d.height + 2 * pad]
    .map((v) => v.toFixed(1))
    .join(" ");
});
const state = computed(() => new Map(props.states.map((s) => [s.id, s])));
function fill(surface: string): string {
  const s = state.value.get(surface);
  if (!s || (!s.stack.length && !s.on.length)) return s?.bare || s?.resist ? `url(#${id}-bare)` : "#fbfbfb";
  const colour = props.colours === "chalk" ? s.raw : s.fired;
  return colour ?? (props.colours === "chalk" ? "#fbfbfb" : `url(#${id}-unknown)`);
}
const layers = (surface: string) => layersOf(state.value.get(surface), props.colours, `url(#${id}-unknown)`);
const heights = computed(() => heightsOfLayers(props.states));
const faces = computed(() => props.drawing.shapes.filter((s) => s.kind === "face"));
const clip = (s: Schemas["Shape"]) => {
  const i = props.drawing.shapes.indexOf(s);
  return s.top === undefined ? undefined : `url(#${id}-clip${i})`;
};
</script>

<template>
  <svg :viewBox="box" aria-hidden="true">
    <SectionPatterns :id="id" :unit="unit" :drawing="drawing" />
    <clipPath v-for="mm in heights" :id="`${id}-to${mm}`" :key="mm">
      <rect :x="drawing.left" :y="drawing.tableY - mm" :width="drawing.width" :height="mm" />
    </clipPath>
    <template v-for="(s, i) in drawing.shapes" :key="i">
      <path
        v-if="s.kind === 'face'"
        :d="s.path"
        class="face"
        :style="{ fill: fill(s.surface) }"
        :clip-path="clip(s)"
      />
      <path
        v-else-if="s.kind === 'skin'"
        :d="s.path"
        class="skin"
        :style="{ stroke: fill(s.surface) }"
        :clip-path="clip(s)"
      />
      <path v-else :d="s.path" :class="s.kind" />
    </template>
    <template v-for="s in faces" :key="s.path">
      <path
        v-for="grain in grainsOf(state.get(s.surface), colours, false)"
        :key="grain"
        :d="s.path"
        :fill="`url(#${id}-${grain})`"
        :clip-path="clip(s)"
      />
    </template>
    <template v-for="(s, i) in drawing.shapes" :key="`band${i}`">
      <g v-for="l in layers(s.surface)" :key="l.upTo" :clip-path="clip(s)">
        <path
          :d="s.path"
          :class="s.kind"
          :clip-path="`url(#${id}-to${l.upTo})`"
          :style="s.kind === 'face' ? { fill: l.fill } : { stroke: l.fill }"
        />
      </g>
    </template>
    <line
      :x1="drawing.tableFrom"
      :x2="drawing.tableTo"
      :y1="drawing.tableY"
      :y2="drawing.tableY"
      class="table"
    />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: 100%;
}
.face {
  stroke: #2a2a2a;
  stroke-width: 0.8px;
  vector-effect: non-scaling-stroke;
}
.skin {
  fill: none;
  stroke-width: 2.4px;
  vector-effect: non-scaling-stroke;
}
.cut {
  fill: #3a3a3a;
}
.axis {
  stroke: none;
}
.table {
  stroke: #1f1f1f;
  stroke-width: 1.4px;
  vector-effect: non-scaling-stroke;
}
</style>

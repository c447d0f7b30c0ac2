<script setup lang="ts">
import { computed, ref, useId } from "vue";
import type { Schemas, SurfaceState } from "@/api/client";
import PullHandles from "@/desk/PullHandles.vue";
import { sayStack } from "@/lib/stack";
import { grainsOf } from "@/ui/grains";
import { heightsOf } from "@/lib/stroke";
import { heightsOfLayers, layersOf } from "@/ui/layers";
import SectionLabels from "@/ui/SectionLabels.vue";
import SectionLines from "@/ui/SectionLines.vue";
import SectionPatterns from "@/ui/SectionPatterns.vue";

/**
 * A piece drawn to scale as a half-section: left half cut open, right half from
 * outside. Every surface can be pointed at; leader lines name it and its stack.
 */
const props = defineProps<{
  drawing: Schemas["Drawing"];
  surfaces: { id: string; name: string; textured?: boolean }[];
  states?: SurfaceState[];
  colours: "chalk" | "fired";
  selected?: string;
  bandMm?: number;
  /** What the check has to say: the gravest of each surface stands beside its name. */
  findings?: Schemas["Finding"][];
  /** What is noted of a surface, in place of its stack: a fault. */
  said?: Record<string, string>;
  /** A line up to which a coat is laid, mm above the table. */
  lineMm?: number;
  /** Without leader lines: the stacks are told beside it. */
  plain?: boolean;
  /** The wall can be pulled: its points are shown, and moved by pointer or arrow keys. */
  pull?: boolean;
}>();
const emit = defineEmits<{ select: [surface: string]; pull: [measure: string, byMm: number] }>();
const id = useId();
const svg = ref<SVGSVGElement>();
/** How far down dips go that overlap, each said once. */
const overlaps = computed(() => [...new Set((props.states ?? []).flatMap(heightsOf))]);
const rough = computed(() => new Set(props.surfaces.filter((s) => s.textured).map((s) => s.id)));

const clip = (s: Schemas["Shape"], i: number) => (s.top === undefined ? undefined : `url(#${id}-clip${i})`);

const state = computed(() => new Map((props.states ?? []).map((s) => [s.id, s])));
const name = computed(() => new Map(props.surfaces.map((s) => [s.id, s.name])));
/** mm per pixel of text: lettering keeps its size whatever the piece measures. */
const unit = computed(() => Math.max(props.drawing.width / 360, props.drawing.height / 250));
/** Room for the labels: a form without stacks only has its surfaces to name. */
const margin = computed(() => {
  if (props.plain) return 12 * unit.value;
  const longest = Math.max(0, ...props.surfaces.map((s) => s.name.length));
  const stacks = Math.max(
    0,
    ...(props.states ?? []).map((s) => (props.said?.[s.id] ?? sayStack(s.stack)).length),
  );
  return Math.max(props.states ? 132 : 78, 12 + 7.4 * longest, 16 + 6.6 * Math.min(stacks, 34)) * unit.value;
});
const box = computed(() => {
  const d = props.drawing;
  const pad = 26 * unit.value;
  return [d.left - margin.value, d.top - pad, d.width + 2 * margin.value, d.height + 2.4 * pad]
    .map((v) => v.toFixed(1))
    .join(" ");
});

function fill(surface: string): string {
  const s = state.value.get(surface);
  if (!s || (!s.stack.length && !s.on.length))
    return s?.bare || s?.resist || s?.stands ? `url(#${id}-bare)` : "#f7f7f7";
  if (props.colours === "chalk") return s.raw ?? "#f7f7f7";
  return s.fired ?? `url(#${id}-unknown)`;
}
/** What shows of a surface up to some height: the clay of the bare band, what lies below an overlap. */
const layers = (surface: string) => layersOf(state.value.get(surface), props.colours, `url(#${id}-unknown)`);
const heights = computed(() => heightsOfLayers(props.states ?? []));
/** Where nothing lies on a surface its edge shows the clay below; it can still be pointed at. */
function skin(surface: string): string {
  const s = state.value.get(surface);
  return s?.stack.length || s?.on.length || s?.bare || s?.resist ? fill(surface) : "transparent";
}
/** What lies over the colour of a face: chalk where raw glaze is shown, and texture. */
function grains(s: Schemas["Shape"]) {
  if (s.kind !== "face") return [];
  return grainsOf(state.value.get(s.surface), props.colours, rough.value.has(s.surface));
}
</script>

<template>
  <svg
    ref="svg"
    class="section"
    :viewBox="box"
    role="group"
    aria-label="Half-section of the piece, to scale"
    :style="{ fontSize: `${13.5 * unit}px` }"
  >
    <SectionPatterns :id="id" :unit="unit" :drawing="drawing" />
    <clipPath v-for="mm in heights" :id="`${id}-to${mm}`" :key="mm">
      <rect :x="drawing.left" :y="drawing.tableY - mm" :width="drawing.width" :height="mm" />
    </clipPath>
    <line
      :x1="drawing.tableFrom - 6 * unit"
      :x2="drawing.tableTo + 6 * unit"
      :y1="drawing.tableY"
      :y2="drawing.tableY"
      class="table"
    />
    <g v-for="(s, i) in drawing.shapes" :key="i">
      <path
        v-if="s.kind === 'face' || s.kind === 'skin'"
        :d="s.path"
        :class="[s.kind, { chosen: s.surface === selected }]"
        :style="s.kind === 'face' ? { fill: fill(s.surface) } : { stroke: skin(s.surface) }"
        :clip-path="clip(s, i)"
        @click="emit('select', s.surface)"
      />
      <path v-else :d="s.path" :class="s.kind" />
      <path
        v-for="grain in grains(s)"
        :key="grain"
        :d="s.path"
        :fill="`url(#${id}-${grain})`"
        :clip-path="clip(s, i)"
        class="grain"
      />
      <g v-for="l in layers(s.surface)" :key="l.upTo" :clip-path="clip(s, i)">
        <path
          :d="s.path"
          :class="['lower', s.kind]"
          :clip-path="`url(#${id}-to${l.upTo})`"
          :style="s.kind === 'face' ? { fill: l.fill } : { stroke: l.fill }"
        />
      </g>
      <path
        v-if="s.surface && s.surface === selected"
        :d="s.path"
        :class="s.kind === 'face' ? 'ring' : 'ring line'"
        :clip-path="clip(s, i)"
      />
    </g>
    <line
      v-if="bandMm"
      class="band"
      :x1="drawing.tableFrom - 8 * unit"
      :x2="drawing.tableTo + 8 * unit"
      :y1="drawing.tableY - bandMm"
      :y2="drawing.tableY - bandMm"
    />
    <SectionLines :drawing="drawing" :unit="unit" :dips="overlaps" :line-mm="lineMm" />
    <text
      v-for="c in drawing.captions"
      :key="c.text"
      :x="c.x"
      :y="c.y + 16 * unit"
      text-anchor="middle"
      class="caption"
    >
      {{ c.text }}
    </text>
    <SectionLabels
      v-if="!plain"
      :drawing="drawing"
      :unit="unit"
      :names="name"
      :states="states"
      :selected="selected"
      :findings="findings"
      :said="said"
      @select="emit('select', $event)"
    />
    <PullHandles
      v-if="pull"
      :drawing="drawing"
      :unit="unit"
      :svg="svg"
      @pull="(m, by) => emit('pull', m, by)"
    />
  </svg>
</template>

<style scoped>
.section {
  display: block;
  width: 100%;
  height: 100%;
  font-family: var(--face);
}
.face {
  stroke: #2a2a2a;
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
  cursor: pointer;
}
.skin {
  fill: none;
  stroke-width: 5px;
  vector-effect: non-scaling-stroke;
  pointer-events: stroke;
  cursor: pointer;
}
.cut {
  fill: #3a3a3a;
}
.axis {
  stroke: #2a2a2a;
  stroke-width: 1px;
  stroke-dasharray: 8 3 2 3;
  vector-effect: non-scaling-stroke;
}
.lower,
.grain,
.ring {
  pointer-events: none;
}
.ring {
  fill: none;
  stroke: #000;
  stroke-width: 3px;
  vector-effect: non-scaling-stroke;
}
.ring.line {
  stroke-width: 2px;
  stroke-dasharray: 5 3;
}
.table {
  stroke: #1f1f1f;
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.band {
  stroke: #111;
  stroke-width: 1.4px;
  stroke-dasharray: 2 4;
  vector-effect: non-scaling-stroke;
}
.caption {
  fill: #474747;
}
</style>

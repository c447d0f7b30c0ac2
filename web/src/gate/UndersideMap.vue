<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { mm } from "@/ui/figures";

/**
 * A piece from below, to scale, with its bare band: where glaze was found is
 * marked on it, by pointer, or by arrow keys and Enter.
 */
const props = defineProps<{ under: Schemas["Under"]; bandMm: number }>();
const spots = defineModel<Schemas["Spot"][]>({ required: true });
const cross = ref({ x: 0, y: 0 });
const svg = ref<SVGSVGElement>();
const held = ref(false);
const pad = computed(() => 8 + props.under.width / 12);
const box = computed(
  () =>
    `${props.under.left - pad.value} ${props.under.top - pad.value} ${props.under.width + 2 * pad.value} ${props.under.height + 2 * pad.value}`,
);
/** A round bottom stands on one spot, too small to be seen at scale. */
const point = computed(() => /^M0 0/.test(props.under.contact) || !props.under.contact);
const size = computed(() => Math.max(props.under.width, props.under.height) / 26);

function mark(x: number, y: number) {
  const near = spots.value.findIndex((s) => Math.hypot(s.x - x, s.y - y) < size.value);
  spots.value =
    near < 0
      ? [...spots.value, { x: Math.round(x), y: Math.round(y) }]
      : spots.value.filter((_, i) => i !== near);
}
function tap(event: MouseEvent) {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.value!.getScreenCTM()!.inverse());
  cross.value = { x: at.x, y: at.y };
  mark(at.x, at.y);
}
function key(event: KeyboardEvent) {
  const step = (event.shiftKey ? 5 : 1) * (size.value / 2);
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  if (by) cross.value = { x: cross.value.x + by[0]! * step, y: cross.value.y + by[1]! * step };
  else if (event.key === "Enter" || event.key === " ") mark(cross.value.x, cross.value.y);
  else if (event.key === "Delete") spots.value = [];
  else if (event.key === "Escape") svg.value?.blur();
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <figure v-if="under.width">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
    <svg
      ref="svg"
      :viewBox="box"
      tabindex="0"
      role="application"
      :aria-label="`From below, to scale, bare band ${mm(bandMm)}. ${spots.length} spots of glaze marked. Arrow keys move, Enter marks, Delete clears.`"
      @click="tap"
      @keydown="key"
      @focus="held = true"
      @blur="held = false"
    >
      <path :d="under.limit" class="limit" fill-rule="evenodd" />
      <path :d="under.contact" class="contact" fill-rule="evenodd" />
      <circle v-if="point" :r="size / 4" class="contact" />
      <g v-for="(s, i) in spots" :key="i" class="spot" :transform="`translate(${s.x} ${s.y})`">
        <circle :r="size * 0.9" />
        <path
          :d="`M${-size * 0.5} ${-size * 0.5} L${size * 0.5} ${size * 0.5} M${size * 0.5} ${-size * 0.5} L${-size * 0.5} ${size * 0.5}`"
        />
      </g>
      <path
        v-if="held"
        class="cross"
        :transform="`translate(${cross.x} ${cross.y})`"
        :d="`M${-size * 2} 0 H${size * 2} M0 ${-size * 2} V${size * 2}`"
      />
    </svg>
    <figcaption>
      From below. <b>Dark</b> stands on the shelf, inside the <b>dashed</b> line it stays bare.
      {{ spots.length ? `${spots.length} marked.` : "Click where glaze is." }}
    </figcaption>
  </figure>
  <p v-else class="soft">Nobody decided yet how it lies in the kiln.</p>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  gap: 6px;
}
svg {
  width: 100%;
  height: 168px;
  background: var(--paper);
  border: 1px solid var(--line);
  cursor: crosshair;
}
.contact {
  fill: #3a3a3a;
}
.limit {
  fill: #fff;
  stroke: #111;
  stroke-width: 1.6px;
  stroke-dasharray: 6 4;
  vector-effect: non-scaling-stroke;
}
.spot circle {
  fill: #fff;
  stroke: #111;
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.spot path,
.cross {
  stroke: #111;
  stroke-width: 2px;
  fill: none;
  vector-effect: non-scaling-stroke;
}
.cross {
  stroke: #fff;
  mix-blend-mode: difference;
}
figcaption {
  font-size: 14px;
  line-height: 1.3;
}
</style>

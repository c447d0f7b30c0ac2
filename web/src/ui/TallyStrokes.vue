<script setup lang="ts">
import { computed } from "vue";
import type { SurfaceState } from "@/api/client";
import { sayStroke } from "@/lib/stroke";

/** Coats on one surface as brush strokes: done ones solid, wet ones dark and glistening, needed ones outlined. */
const props = defineProps<{ surface: SurfaceState; now: number }>();

const wetShare = computed(() => {
  const { wetFrom, dryAt } = props.surface;
  if (!wetFrom || !dryAt) return 0;
  const from = Date.parse(wetFrom);
  const until = Date.parse(dryAt);
  return Math.max(0, Math.min(1, (until - props.now) / (until - from)));
});
const strokes = computed(() => [
  ...props.surface.on.map((coat, i, all) => ({
    kind: i === all.length - 1 && wetShare.value > 0 ? "wet" : coat.odd ? "odd" : "done",
    onWet: coat.onWet,
    felt: coat.felt,
    dip: coat.how === "dip",
    begun: !!coat.rest,
  })),
  ...props.surface.left.map((stroke, i) => ({
    kind: i === 0 ? "next" : "need",
    onWet: false,
    felt: stroke.thick,
    dip: !!stroke.dips,
    begun: false,
  })),
]);
/** A wet stroke is nearly black and pales to the grey of a dry one. */
const wetGrey = computed(() => {
  const level = Math.round(150 - 138 * wetShare.value);
  return `rgb(${level} ${level} ${level})`;
});
const label = computed(() => {
  const s = props.surface;
  const parts = [`${s.on.length} on`];
  if (s.left.length) parts.push(`${s.left.length} to go, ${sayStroke(s.left[0]!)} next`);
  if (wetShare.value > 0) parts.push("wet");
  for (const felt of ["thin", "thick"] as const) {
    const n = s.on.filter((c) => c.felt === felt).length;
    if (n) parts.push(`${n} felt ${felt}`);
  }
  for (const c of s.on) if (c.rest) parts.push(`one begun, its ${c.rest} to go`);
  const dips = s.on.filter((c) => c.how === "dip").length;
  if (dips) parts.push(dips === 1 ? "one dipped" : `${dips} dipped`);
  if (s.doubts?.length) parts.push("one may be logged twice");
  if (s.on.some((c) => c.onWet)) parts.push("laid on wet");
  if (s.on.some((c) => c.odd)) parts.push("not as planned");
  return parts.join(", ");
});
/** A stroke stands in its turn; a thin coat is a thin stroke, a thick one a thick one. */
const width = { thin: " translate(3 0) scale(0.5 1)", thick: " translate(-1.6 0) scale(1.3 1)", right: "" };
const place = (i: number, felt?: keyof typeof width) => `translate(${i * 14} 0)${felt ? width[felt] : ""}`;
const stroke = "c-1.5 -7 1.5 -15 0.5 -21 c1.5 -1.5 5 -1.5 6 0 c-1 7 1 14 -0.5 22 c-2 1.5 -4.5 1 -6 -1z";
const path = `M3 24${stroke}`;
/** A dip is a drop that runs over all; a coat that was begun is the lower half of a stroke. */
const drop = "M6.5 2 C10 9 12 14 12 18.5 A5.5 5.5 0 0 1 1 18.5 C1 14 3 9 6.5 2 Z";
const half = "M3 24 c-1.2 -5 0.8 -7 0.6 -11 h6.2 c0.4 4 0.6 8 -0.8 12 c-2 1.5 -4.5 1 -6 -1z";
/** Strokes with nothing of their own are one path a kind: a board has thousands of them. */
const plain = computed(() =>
  (["done", "need"] as const).flatMap((kind) => {
    const d = strokes.value
      .map((s, i) => (isPlain(s) && s.kind === kind ? `M${i * 14 + 3} 24${stroke}` : ""))
      .join("");
    return d ? [{ kind, d }] : [];
  }),
);
type Stroke = (typeof strokes.value)[number];
const isPlain = (s: Stroke) =>
  (s.kind === "done" || s.kind === "need") &&
  !s.onWet &&
  !s.dip &&
  !s.begun &&
  (!s.felt || s.felt === "right");
const own = computed(() => strokes.value.map((s, i) => ({ ...s, i })).filter((s) => !isPlain(s)));
</script>

<template>
  <svg
    v-if="strokes.length"
    class="tally"
    :viewBox="`0 0 ${strokes.length * 14 + 2} 28`"
    :style="{ width: `${strokes.length * 14 + 2}px` }"
    role="img"
    :aria-label="label"
  >
    <path v-for="g in plain" :key="g.kind" :d="g.d" :class="g.kind" />
    <template v-for="s in own" :key="s.i">
      <path
        :d="s.dip ? drop : s.begun ? half : path"
        :class="s.kind"
        :transform="place(s.i, s.felt)"
        :style="s.kind === 'wet' ? { fill: wetGrey } : undefined"
      />
      <path v-if="s.kind === 'wet'" d="M5 7 C4.6 11 6 15 5.4 19" class="gloss" :transform="place(s.i)" />
      <path v-if="s.kind === 'odd'" d="M1 20 L11.5 8" class="slash" :transform="place(s.i)" />
      <path v-if="s.onWet" d="M2 27 q2 -3 4 0 q2 3 4 0" class="ripple" :transform="place(s.i)" />
    </template>
  </svg>
  <span v-else class="none" aria-hidden="true">·</span>
</template>

<style scoped>
.tally {
  height: 28px;
  display: block;
}
.done,
.odd {
  fill: #969696;
  stroke: #4a4a4a;
  stroke-width: 0.8;
}
.wet {
  stroke: #000;
  stroke-width: 0.8;
}
.gloss {
  stroke: #fff;
  stroke-width: 1.3;
  fill: none;
  stroke-linecap: round;
}
.need {
  fill: none;
  stroke: #767676;
  stroke-width: 1.1;
  stroke-dasharray: 3 2;
}
.next {
  fill: #fff;
  stroke: #111;
  stroke-width: 1.8;
}
.slash {
  stroke: #000;
  stroke-width: 1.6;
}
.ripple {
  stroke: #000;
  stroke-width: 1.2;
  fill: none;
}
.none {
  color: var(--soft);
}
</style>

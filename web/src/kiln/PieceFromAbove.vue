<script setup lang="ts">
import { computed } from "vue";
import { core, standsAt, type Standing } from "@/kiln/shapes";

/**
 * A piece on its shelf from above, in its colour. Shapes say the rest: a drop for what may run, a
 * dashed ring for its cookie, three points for stilts, a flag for a day by which it is wanted, a
 * bolt for what is locked, a number for what is piled, a tick for what stands in the kiln.
 */
const props = defineProps<{
  standing: Standing;
  colour: string | undefined;
  chosen: boolean;
  wrong: boolean;
}>();
const dark = computed(() => {
  const c = props.colour;
  if (!c) return false;
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(c.slice(i, i + 2), 16));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b! < 120;
});
/** The cookie is the last part, and lies below the others. */
const cookie = computed(() =>
  props.standing.cookie && props.standing.outline.length > 1 ? props.standing.outline.at(-1) : undefined,
);
const body = computed(() => (cookie.value ? props.standing.outline.slice(0, -1) : props.standing.outline));
const reach = computed(() =>
  Math.max(
    12,
    Math.min(
      ...body.value.slice(0, 1).map((p) => p.r + Math.max(...p.core.map((c) => Math.hypot(c.x, c.y)))),
    ),
  ),
);
/** Its words stand upright on its largest part, not on a handle. */
const words = computed(() => {
  const core = body.value[0]!.core;
  const [x, y] = [mean(core.map((c) => c.x)), mean(core.map((c) => c.y))];
  return `translate(${x} ${-y}) rotate(${(props.standing.turn * 180) / Math.PI})`;
});
const mean = (of: number[]) => of.reduce((a, b) => a + b, 0) / of.length;
const signs = computed(() => {
  const s = props.standing;
  return [
    s.runs && "may run",
    s.cookie && "on a cookie",
    s.stilts && "on stilts",
    s.due && `wanted by ${s.due}`,
    s.locked && "locked",
    s.piled &&
      `with ${s.piled.map((q) => q.student).join(" and ")} ${s.rims ? "upside down on it" : "nested in it"}`,
    s.in && "in the kiln",
    s.cameOut && `came out ${s.cameOut}`,
    props.wrong && "stands where it may not",
  ].filter(Boolean);
});
const label = computed(() => {
  const s = props.standing;
  return [`${s.mark} ${s.lid ? "lid of " : ""}${s.student}`, s.title, ...signs.value].join(", ");
});
</script>

<template>
  <g
    class="piece"
    :class="{ chosen, wrong, dark, out: standing.cameOut }"
    :transform="standsAt(standing)"
    tabindex="0"
    role="button"
    :aria-label="label"
    :aria-pressed="chosen"
    :data-piece="standing.piece"
  >
    <path v-if="cookie" class="cookie" :d="core(cookie)" :stroke-width="2 * cookie.r + 2" />
    <path
      v-for="(p, i) in body"
      :key="`e${i}`"
      class="edge"
      :d="core(p)"
      :stroke-width="2 * p.r + (chosen ? 9 : 4)"
    />
    <path
      v-for="(p, i) in body"
      :key="`f${i}`"
      class="face"
      :d="core(p)"
      :stroke-width="2 * p.r"
      :style="{ fill: colour, stroke: colour }"
    />
    <g class="words" :transform="words">
      <text y="-1">
        <tspan :style="{ fontSize: `${Math.min(19, reach / 2.1)}px` }">{{ standing.mark }}</tspan>
        {{ " " }}
        <tspan
          v-if="!standing.tile"
          class="name"
          x="0"
          y="14"
          :style="{ fontSize: `${Math.min(13, reach / 3.4)}px` }"
          >{{ standing.lid ? `lid of ${standing.student}` : standing.student }}</tspan
        >
      </text>
      <text v-if="standing.piled" y="34" class="pile" aria-hidden="true"
        >×{{ standing.piled.length + 1 }}</text
      >
      <path v-if="standing.runs" class="sign" d="M-5 22c-6 8 -1 13 0 13s6 -5 0 -13z" />
      <path v-if="standing.due" class="sign" d="M6 35v-13l10 4 -10 4" />
      <path v-if="standing.stilts" class="sign" d="M-16 34h.1m5 -8h.1m5 8h.1" stroke-linecap="round" />
      <path v-if="standing.locked" class="sign" d="M-7 -20h14m-7 -7v14" />
      <path v-if="standing.in" class="sign tick" d="M-9 -26l6 7 12 -14" />
    </g>
  </g>
</template>

<style scoped>
.piece {
  cursor: grab;
  outline: none;
}
.edge {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-linejoin: round;
  stroke-linecap: round;
}
.face {
  fill: #e4e4e4;
  stroke: #e4e4e4;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.piece:focus-visible .edge {
  stroke: #000;
  filter: drop-shadow(0 0 3px #fff) drop-shadow(0 0 4px #000);
}
.wrong .edge {
  stroke-dasharray: 7 5;
}
.out .face {
  opacity: 0.25;
}
.cookie {
  fill: #b9b4ae;
  stroke: #b9b4ae;
  stroke-linejoin: round;
  stroke-linecap: round;
}
text {
  text-anchor: middle;
  font-weight: 650;
  fill: #111;
}
.dark text {
  fill: #fff;
}
.pile {
  font-size: 15px;
}
.name {
  font-weight: 450;
}
.sign {
  fill: none;
  stroke: #111;
  stroke-width: 2.4;
}
.dark .sign {
  stroke: #fff;
}
.tick {
  stroke-width: 4;
}
</style>

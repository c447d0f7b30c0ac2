<script setup lang="ts">
import { computed } from "vue";
import { box, breadth, shelfName, type LoadPlan } from "@/kiln/shapes";
import { mm } from "@/ui/figures";

/** The whole stack from the front, to scale: shelves on their posts, pieces as tall as they stand. */
const props = defineProps<{ plan: LoadPlan; level: number; colours: "fired" | "raw" }>();
const emit = defineEmits<{ choose: [level: number] }>();

const wide = computed(() => box(props.plan.kiln.edge));
const plates = { 0: "plate", "-1": "left", 1: "right" } as const;
const plateOf = (side: number) => box(props.plan.kiln[plates[String(side) as keyof typeof plates]]);
const tall = computed(() => props.plan.kiln.kiln.tallMM);
const y = (high: number) => tall.value - high;
const rod = computed(() => props.plan.kiln.rod);
const postsOf = (n: number) => {
  const l = props.plan.levels[n]!;
  const under = l.on >= 0 ? props.plan.levels[l.on]!.baseMM : 0;
  let from = under;
  return l.postsMM.flatMap((high) => {
    const low = from;
    from += high;
    return l.stands.map((s) => ({ x: s.x, low, high }));
  });
};
const said = (n: number) => {
  const l = props.plan.levels[n]!;
  const posts = l.postsMM.length ? `, on posts of ${l.postsMM.map(mm).join(" + ")}` : "";
  return `${shelfName(props.plan, n)}: ${l.pieces.filter((p) => !p.lid).length} pieces${posts}`;
};
const wrong = (n: number) => props.plan.breaches.some((b) => b.level === n);
const top = computed(() => Math.max(0, ...props.plan.levels.map((l) => l.baseMM + l.tallMM)));
</script>

<template>
  <svg
    class="stack"
    :viewBox="`${wide.x - 14} -14 ${wide.width + 28} ${tall + 28}`"
    preserveAspectRatio="xMidYMin meet"
    role="group"
    aria-label="The stack from the side"
  >
    <rect class="wall" :x="wide.x" y="0" :width="wide.width" :height="tall" />
    <path v-if="rod" class="rod" :d="`M${rod[0]!.x} ${y(plan.kiln.kiln.thermocouple.highMM)}H${rod[1]!.x}`" />
    <g
      v-for="(l, n) in plan.levels"
      :key="n"
      class="level"
      :class="{ here: n === level, wrong: wrong(n) }"
      tabindex="0"
      role="button"
      :aria-pressed="n === level"
      :aria-label="said(n)"
      @click="emit('choose', n)"
      @keydown.enter.prevent="emit('choose', n)"
      @keydown.space.prevent="emit('choose', n)"
    >
      <title>{{ said(n) }}</title>
      <rect
        class="reach"
        :x="plateOf(l.side).x"
        :y="y(l.baseMM + l.freeMM)"
        :width="plateOf(l.side).width"
        :height="l.freeMM + l.thickMM"
      />
      <rect
        v-for="(p, i) in postsOf(n)"
        :key="i"
        class="post"
        :x="p.x - plan.kiln.kiln.postMM / 2"
        :y="y(p.low + p.high)"
        :width="plan.kiln.kiln.postMM"
        :height="p.high"
      />
      <rect
        v-for="s in l.pieces"
        :key="s.piece"
        class="piece"
        :x="breadth(s)[0]"
        :y="y(l.baseMM + s.tallMM)"
        :width="Math.max(2, breadth(s)[1] - breadth(s)[0])"
        :height="s.tallMM"
        :style="{ fill: (colours === 'raw' ? s.raw : s.fired) ?? '#e4e4e4' }"
      />
      <rect
        class="shelf"
        :x="plateOf(l.side).x"
        :y="y(l.baseMM)"
        :width="plateOf(l.side).width"
        :height="l.thickMM"
      />
      <text :x="wide.x + 10" :y="y(l.baseMM) - 8">{{ n + 1 }}</text>
    </g>
    <path class="left" :d="`M${wide.x} ${y(top)}h${wide.width}`" />
    <text class="free" :x="wide.x + wide.width - 8" :y="Math.max(24, y(top) - 8)">
      {{ mm(tall - top) }} free
    </text>
  </svg>
</template>

<style scoped>
.stack {
  display: block;
  width: 100%;
  height: 100%;
}
.wall {
  fill: #c9c9c9;
  stroke: #8c8c8c;
  stroke-width: 7;
}
.rod {
  stroke: var(--ink);
  stroke-width: 7;
  stroke-linecap: round;
}
.level {
  cursor: pointer;
  outline: none;
}
.reach {
  fill: transparent;
}
.here .reach {
  fill: var(--paper);
}
.level:focus-visible .reach {
  stroke: var(--ink);
  stroke-width: 6;
}
.post {
  fill: #9a9a9a;
  stroke: #6f6f6f;
}
.piece {
  stroke: var(--ink);
  stroke-width: 1.5;
  rx: 3;
}
.shelf {
  fill: #6f6f6f;
}
.here .shelf {
  fill: var(--ink);
}
.wrong .shelf {
  stroke: var(--ink);
  stroke-width: 5;
  stroke-dasharray: 12 8;
}
text {
  font-size: 26px;
  font-weight: 650;
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 6;
}
.free {
  text-anchor: end;
  font-weight: 450;
  font-size: 22px;
}
.left {
  stroke: #6f6f6f;
  stroke-dasharray: 12 8;
  stroke-width: 2;
}
</style>

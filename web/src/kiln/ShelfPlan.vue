<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import PieceFromAbove from "@/kiln/PieceFromAbove.vue";
import { around, box, shelfName, type LoadPlan, type Standing } from "@/kiln/shapes";
import { mm } from "@/ui/figures";

/** One shelf from above, to scale: pieces in their fired colours, to be chosen, dragged and turned. */
const props = defineProps<{
  plan: LoadPlan;
  level: number;
  chosen: string;
  colours: "fired" | "raw";
  /** Nothing can be moved: on paper, and once it burns. */
  still?: boolean;
}>();
const emit = defineEmits<{
  choose: [piece: string];
  drop: [piece: string, x: number, y: number, turn: number];
}>();

const shelf = computed(() => props.plan.levels[props.level]!);
const plate = computed(() => {
  const k = props.plan.kiln;
  return shelf.value.side === 0 ? k.plate : shelf.value.side < 0 ? k.left : k.right;
});
const frame = computed(() => {
  const b = box(props.plan.kiln.edge);
  return `${b.x - 8} ${b.y - 8} ${b.width + 16} ${b.height + 16}`;
});
/** Posts of the shelves above, which stand on this one. */
const posts = computed(() => props.plan.levels.filter((l) => l.on === props.level).flatMap((l) => l.stands));
/** Half shelves that lie above a part of this one. */
const over = computed(() =>
  props.plan.levels
    .filter((l) => l.on === props.level && l.side !== 0)
    .map((l) => (l.side < 0 ? props.plan.kiln.left : props.plan.kiln.right)),
);
const rod = computed(() => (shelf.value.rod ? props.plan.kiln.rod : undefined));
const wrong = computed(() => props.plan.breaches.filter((b) => b.level === props.level && b.piece));
const isWrong = (s: Standing) => wrong.value.some((b) => b.piece === s.piece || b.other === s.piece);
/** The chosen one is drawn last, so that nothing covers it. */
const drawn = computed(() =>
  [...shelf.value.pieces].sort((a, b) => Number(a.piece === props.chosen) - Number(b.piece === props.chosen)),
);

const board = ref<SVGSVGElement>();
const held = ref<{ piece: Standing; dx: number; dy: number; x: number; y: number; moved: boolean }>();
function spot(e: PointerEvent) {
  const m = board.value!.getScreenCTM()!.inverse();
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m);
  return { x: p.x, y: -p.y };
}
function take(e: PointerEvent, s: Standing) {
  emit("choose", s.piece);
  if (props.still || s.in || e.button > 0) return;
  const at = spot(e);
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
  held.value = { piece: s, dx: s.x - at.x, dy: s.y - at.y, x: s.x, y: s.y, moved: false };
}
function drag(e: PointerEvent) {
  const h = held.value;
  if (!h) return;
  const at = spot(e);
  h.x = at.x + h.dx;
  h.y = at.y + h.dy;
  h.moved ||= Math.hypot(h.x - h.piece.x, h.y - h.piece.y) > 4;
}
function letGo() {
  const h = held.value;
  held.value = undefined;
  if (h?.moved) emit("drop", h.piece.piece, h.x, h.y, h.piece.turn);
}
const placeOf = (s: Standing) =>
  held.value?.piece.piece === s.piece ? { ...s, x: held.value.x, y: held.value.y } : s;
const missing = (b: Schemas["LoadBreach"]) => (b.shortMM ? mm(Math.ceil(b.shortMM)) : "!");
</script>

<template>
  <svg
    ref="board"
    class="shelf"
    :viewBox="frame"
    preserveAspectRatio="xMidYMin meet"
    role="group"
    :aria-label="`${shelfName(plan, level)} from above`"
    @pointermove="drag"
    @pointerup="letGo"
    @pointercancel="held = undefined"
  >
    <path class="wall" :d="around(plan.kiln.edge)" />
    <path class="plate" :d="around(plate)" />
    <path v-for="(o, i) in over" :key="i" class="over" :d="around(o)" />
    <path v-if="rod" class="rod" :d="`M${rod[0]!.x} ${-rod[0]!.y}L${rod[1]!.x} ${-rod[1]!.y}`" />
    <g v-for="(p, i) in posts" :key="`p${i}`" class="post">
      <circle :cx="p.x" :cy="-p.y" :r="plan.kiln.kiln.postMM / 2" />
      <path :d="`M${p.x - 9} ${-p.y - 9}l18 18m0 -18l-18 18`" />
    </g>
    <PieceFromAbove
      v-for="s in drawn"
      :key="s.piece"
      :standing="placeOf(s)"
      :colour="colours === 'raw' ? s.raw : s.fired"
      :chosen="s.piece === chosen"
      :wrong="isWrong(s)"
      @pointerdown="take($event, s)"
      @focus="emit('choose', s.piece)"
    />
    <g v-for="(b, i) in wrong" :key="`b${i}`" class="missing">
      <rect :x="b.x - 29" :y="-b.y - 13" width="58" height="26" rx="13" />
      <text :x="b.x" :y="-b.y + 5">{{ missing(b) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.shelf {
  display: block;
  width: 100%;
  touch-action: none;
}
.wall {
  fill: #c9c9c9;
  stroke: #8c8c8c;
  stroke-width: 6;
}
.plate {
  fill: var(--paper);
  stroke: #6f6f6f;
  stroke-width: 2;
}
.over {
  fill: none;
  stroke: #6f6f6f;
  stroke-width: 2;
  stroke-dasharray: 10 6;
}
.rod {
  stroke: var(--ink);
  stroke-width: 7;
  stroke-linecap: round;
}
.post circle {
  fill: #9a9a9a;
  stroke: var(--ink);
}
.post path {
  stroke: var(--ink);
  fill: none;
}
.missing rect {
  fill: #fff;
  stroke: var(--ink);
  stroke-width: 3;
}
.missing text {
  font-size: 13px;
  font-weight: 700;
  text-anchor: middle;
}
.missing {
  pointer-events: none;
}
</style>

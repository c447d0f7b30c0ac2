<script setup lang="ts">
import { computed, onMounted, ref } from "vue";
import type { PieceDetail, SurfaceState } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAskBeside } from "@/lib/useAsk";
import { estimateOf } from "@/round/estimate";
import { useTurntable, type Standing } from "@/round/useTurntable";
import HalfSection from "@/ui/HalfSection.vue";

/** A planned piece as it should come out, turned by finger, mouse or arrow keys; chalk by one key. */
const props = defineProps<{
  detail: PieceDetail;
  states: SurfaceState[];
  colours: "chalk" | "fired";
  /** The fired colour of its clay. */
  clay: string;
}>();
const emit = defineEmits<{ other: []; close: [] }>();
const canvas = ref<HTMLCanvasElement>();
const round = useAskBeside(queries.round(props.detail.piece.id));
/** What thin coats of one glaze come out as, where strips of it were fired on this clay at this cone. */
const covers = useAskBeside(queries.covers(props.detail.piece.id));
const clayOf = computed(() => new Map(props.detail.surfaces.map((s) => [s.id, s.clay])));
const estimated = computed(() => {
  const told = new Map<string, string>();
  for (const s of props.states) {
    if (s.fired || (clayOf.value.get(s.id) ?? props.detail.piece.clay) !== props.detail.piece.clay) continue;
    const hex = estimateOf(s, covers.data.value ?? []);
    if (hex) told.set(s.id, hex);
  }
  return told;
});
const standing = computed<Standing | undefined>(
  () =>
    round.data.value && {
      round: round.data.value,
      states: props.states.map((s) => ({ ...s, fired: s.fired ?? estimated.value.get(s.id) })),
      colours: props.colours,
      clay: props.colours === "fired" ? props.clay : "#f2ece4",
    },
);
const { works, key, by } = useTurntable(canvas, standing);
function pressed(e: KeyboardEvent) {
  if (e.key === "c") emit("other");
  else if (e.key === "Escape") emit("close");
  else key(e);
}
onMounted(() => canvas.value?.focus());
const hatched = computed(
  () =>
    props.colours === "fired" &&
    props.states
      .filter((s) => (s.stack.length || s.on.length) && !s.fired && !estimated.value.has(s.id))
      .map((s) => s.name),
);
</script>

<template>
  <HalfSection
    v-if="!works"
    class="flat"
    :drawing="detail.drawing"
    :surfaces="detail.surfaces"
    :states="states"
    :colours="colours"
    plain
  />
  <div v-else class="turntable">
    <canvas
      ref="canvas"
      tabindex="0"
      role="img"
      :aria-label="`${detail.piece.student}, ${detail.piece.title}, in the round. Arrow keys turn it, plus and minus zoom.`"
      @keydown="pressed"
    />
    <div class="turns">
      <button type="button" class="look" @click="emit('other')">
        {{ colours === "fired" ? "Chalk" : "Fired" }} <kbd>c</kbd>
      </button>
      <button type="button" aria-label="Turn left" @click="by(-0.4, 0)">←</button>
      <button type="button" aria-label="Turn right" @click="by(0.4, 0)">→</button>
      <button type="button" aria-label="From above" @click="by(0, 0.25)">↑</button>
      <button type="button" aria-label="From the side" @click="by(0, -0.25)">↓</button>
    </div>
  </div>
  <p v-if="hatched && hatched.length" class="says">
    Hatched: {{ hatched.join(", ") }}. No tile shows how this comes out.
  </p>
  <p v-if="colours === 'fired' && estimated.size" class="says">
    <i>Estimated</i>, from strips fired on this clay, with the clay showing through as far as they tell:
    {{
      states
        .filter((s) => estimated.has(s.id))
        .map((s) => s.name)
        .join(", ")
    }}.
  </p>
  <p v-if="round.data.value?.unplaced.length" class="says">
    Not shown, for their place is not told: {{ round.data.value.unplaced.join(", ") }}.
  </p>
</template>

<style scoped>
.turntable {
  position: relative;
  height: min(64vh, 560px);
  background: #e4e4e4;
}
.flat {
  height: min(64vh, 560px);
}
canvas {
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: grab;
  display: block;
}
canvas:active {
  cursor: grabbing;
}
.turns {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: flex;
  gap: 4px;
}
.turns .look {
  width: auto;
  padding: 0 10px;
  font-size: 15px;
}
.turns button {
  width: 44px;
  height: 44px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  font-size: 20px;
  cursor: pointer;
}
.says {
  font-size: 14px;
  padding-top: 6px;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import { useGlazes } from "@/lib/useLists";
import { sayResist } from "@/lib/resist";
import { sayStroke } from "@/lib/stroke";
import PieceSketch from "@/ui/PieceSketch.vue";
import StepBar from "@/ui/StepBar.vue";
import TallyStrokes from "@/ui/TallyStrokes.vue";

/** The bench in one hand: one piece with its mark large, its surfaces as targets for a thumb. */
const props = defineProps<{ pieces: Piece[]; piece?: Piece; now: number }>();
const emit = defineEmits<{
  go: [piece: Piece];
  add: [piece: Piece, surface: SurfaceState];
  back: [piece: Piece, surface: SurfaceState];
  record: [piece: Piece];
}>();
const glazes = useGlazes();
const at = computed(() => props.pieces.findIndex((p) => p.id === props.piece?.id));
const shown = computed(
  () => props.piece?.surfaces.filter((s) => !s.stands || s.on.length || s.stack.length || s.resist) ?? [],
);
function step(by: number) {
  const next = props.pieces[at.value + by];
  if (next) emit("go", next);
}
function jar(s: SurfaceState) {
  const next = s.left[0];
  const resist = props.piece ? sayResist(props.piece, s) : "";
  if (resist) return resist;
  if (next) return sayStroke(next, glazes.byCode.value.get(next.glaze)?.name);
  return s.on.length ? "all on" : "nothing planned";
}
</script>

<template>
  <StepBar v-if="piece" :at="at" :of="pieces.length" label="Pieces" @step="step">
    <article>
      <header>
        <span class="mark" aria-hidden="true">{{ piece.mark }}</span>
        <h2>
          {{ piece.student }} <small>{{ piece.title }}</small>
        </h2>
        <PieceSketch :piece="piece" />
      </header>
      <ul>
        <li v-for="s in shown" :key="s.id">
          <button type="button" class="add" @click="emit('add', piece, s)">
            <b>{{ s.name }}</b>
            <TallyStrokes :surface="s" :now="now" />
            <span class="num">{{ jar(s) }}</span>
          </button>
          <button
            v-if="s.on.length && !s.on.at(-1)!.fired"
            type="button"
            class="back"
            :aria-label="`${piece.student}, ${s.name}: undo the last coat`"
            @click="emit('back', piece, s)"
          >
            ↶
          </button>
        </li>
      </ul>
      <p v-for="b in piece.blockers.slice(0, 2)" :key="b.code + b.surface" class="waits">{{ b.text }}</p>
      <button type="button" class="record" @click="emit('record', piece)">Record</button>
    </article>
  </StepBar>
</template>

<style scoped>
header {
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--ground);
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 10px;
  align-items: center;
}
.mark {
  font-size: 44px;
  line-height: 1;
  min-width: 44px;
  text-align: center;
}
h2 small {
  display: block;
  font-weight: 400;
}
ul {
  display: grid;
  gap: 8px;
  margin: 10px 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
}
.add,
.back,
.record {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  min-height: 64px;
  text-align: left;
}
.add {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  padding: 8px 12px;
  font-size: 16px;
}
.add .num {
  grid-column: 1 / -1;
  color: var(--soft);
}
.back {
  width: 60px;
  font-size: 24px;
  text-align: center;
}
.record {
  min-height: 46px;
  padding: 0 14px;
}
.waits {
  padding: 2px 0 8px;
}
</style>

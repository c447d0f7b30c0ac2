<script setup lang="ts">
import { computed, nextTick, ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import BenchBoard from "@/components/BenchBoard.vue";
import JarChoice from "@/components/JarChoice.vue";
import { nextCoat, useBoards, useCursor } from "@/composables/useBoard";
import { useColumn } from "@/composables/useColumn";
import { useKeys } from "@/composables/useKeys";
import { useGlazes } from "@/composables/useLists";
import { useNow } from "@/composables/useNow";
import { say, useLog, usePieces } from "@/composables/usePieces";
import { useRoom } from "@/composables/useRoom";

const room = useRoom();
const log = useLog();
const now = useNow();
const glazes = useGlazes();
const { pieces, isPending } = usePieces();
const shown = computed(() => pieces.value.filter((p) => !p.fired));
const boards = useBoards(shown);
const cursor = useCursor(boards);
const jarFor = ref<{ piece: Piece; surface: SurfaceState }>();

const whole = useColumn(boards);
const { column } = whole;

function add(piece: Piece, surface: SurfaceState) {
  const coat = nextCoat(piece, surface);
  if (coat) log.mutate([coat]);
  else jarFor.value = { piece, surface };
}
function withJar(glaze: string) {
  const { piece, surface } = jarFor.value!;
  jarFor.value = undefined;
  if (column.value) logColumn(glaze);
  else log.mutate([{ kind: "coat", piece: piece.id, surface: surface.id, glaze }]);
}
function undo(piece?: Piece, surface?: SurfaceState) {
  const coat = surface?.on.at(-1);
  if (piece && coat) log.mutate([{ kind: "undo", piece: piece.id, undoes: coat.id }]);
}
function wipe(piece?: Piece) {
  if (piece)
    log.mutate([{ kind: "wipe", piece: piece.id }], {
      onSuccess: () => say(`${piece.student}: wiped wet. Drying starts again.`),
    });
}
function startHere() {
  const b = cursor.board.value;
  const c = b?.columns[cursor.at.value.column];
  if (b && c) whole.start(b.id, c.id);
}
function logColumn(jar?: string) {
  if (whole.needsJar.value && !jar) {
    jarFor.value = whole.needsJar.value;
    return;
  }
  const coats = whole.coats(jar);
  if (coats.length) log.mutate(coats, { onSuccess: () => say(`${coats.length} coats logged.`) });
  whole.stop();
}
function press(piece: Piece, surface: SurfaceState, board: number, row: number, col: number) {
  cursor.at.value = { board, row, column: col };
  if (column.value?.surface === surface.id && whole.holds(piece)) whole.except(piece);
  else add(piece, surface);
}
function part(piece: Piece, surface: SurfaceState) {
  if (column.value?.surface !== surface.id) return "";
  if (column.value.out.has(piece.id)) return "left";
  return whole.holds(piece) ? "picked" : "";
}
function here(board: number) {
  const { row, column: col } = cursor.at.value;
  return cursor.at.value.board === board ? { row, column: col } : undefined;
}
const go = (rows: number, columns: number) => {
  cursor.move(rows, columns);
  void nextTick(() => document.querySelector<HTMLElement>("td.here button")?.focus());
};
const act = () => {
  if (column.value) return logColumn();
  const { piece, surface } = cursor;
  if (piece.value && surface.value) add(piece.value, surface.value);
};
useKeys({
  ArrowDown: () => go(1, 0),
  ArrowUp: () => go(-1, 0),
  ArrowLeft: () => go(0, -1),
  ArrowRight: () => go(0, 1),
  u: () => undo(cursor.piece.value, cursor.surface.value),
  w: () => wipe(cursor.piece.value),
  a: startHere,
  x: () => whole.except(cursor.piece.value),
  h: () => cursor.piece.value && (room.record = cursor.piece.value.id),
  Escape: whole.stop,
  " ": act,
  Enter: act,
});
function cellEnter(event: KeyboardEvent) {
  if (!column.value) return;
  event.preventDefault();
  logColumn();
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Bench</h1>
      <p class="soft">A stroke a coat: grey is dry, black is wet, outlined is still to lay.</p>
    </div>
    <p class="caution">
      Sand wet or with a mask, wipe with wet sponges. Lids tight before shaking, away from faces.
    </p>
  </div>
  <p v-if="!room.classId && boards.length > 2" class="soft">Choose a class above to see one bench.</p>
  <BenchBoard
    v-for="(b, bi) in boards"
    :key="b.id"
    :board="b"
    :now="now"
    :here="here(bi)"
    :part="part"
    @start="whole.start(b.id, $event)"
    @press="(p, s, row, col) => press(p, s, bi, row, col)"
    @back="undo"
    @enter="cellEnter"
    @point="(row, col) => (cursor.at.value = { board: bi, row, column: col })"
    @record="room.record = $event.id"
  >
    <div v-if="column?.board === b.id" class="bar" role="status">
      <b>{{ whole.chosen.value.length }} of {{ whole.rows.value.length }}</b> get their next coat. Tap a cell,
      or <kbd>x</kbd>, to leave one out.
      <el-button type="primary" @click="logColumn()">Log {{ whole.chosen.value.length }} coats</el-button>
      <el-button @click="whole.stop">Leave it</el-button>
    </div>
  </BenchBoard>
  <p v-if="!boards.length && !isPending" class="empty">
    Nothing on the bench. <RouterLink to="/plan">Give the class something to make</RouterLink>; a piece may be
    glazed before it is planned.
  </p>
  <JarChoice
    v-if="jarFor"
    :piece="jarFor.piece"
    :surface="jarFor.surface"
    :glazes="glazes.data.value ?? []"
    @pick="withJar"
    @close="jarFor = undefined"
  />
</template>

<style scoped>
.bar {
  position: sticky;
  bottom: 0;
  background: var(--ink);
  color: #fff;
  padding: 10px 16px;
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
  margin-top: 8px;
}
.bar kbd {
  color: var(--ink);
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

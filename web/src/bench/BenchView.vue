<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import BenchBoard from "@/bench/BenchBoard.vue";
import BenchClasses from "@/bench/BenchClasses.vue";
import BenchDoubts from "@/bench/BenchDoubts.vue";
import BenchFind from "@/bench/BenchFind.vue";
import BenchHand from "@/bench/BenchHand.vue";
import BenchJars from "@/bench/BenchJars.vue";
import BenchReady from "@/bench/BenchReady.vue";
import FromPaper from "@/bench/FromPaper.vue";
import JarChoice from "@/bench/JarChoice.vue";
import StrayList from "@/bench/StrayList.vue";
import JarState from "@/bench/JarState.vue";
import { useBench } from "@/bench/useBench";
import { useBoards, useCursor } from "@/bench/useBoard";
import CameraButton from "@/ui/CameraButton.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { useKeys } from "@/ui/useKeys";
import { useSteady } from "@/ui/useSteady";
import { useGlazes } from "@/lib/useLists";
import { useHand } from "@/lib/useHand";
import { useNow } from "@/lib/useNow";
import { usePieces } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";

const screen = useScreen();
const now = useNow();
const glazes = useGlazes();
const { pieces, isPending } = usePieces();
const shown = computed(() => pieces.value.filter((p) => !p.fired));
/** More boards than anybody oversees, or a browser draws at once: a class is chosen first. */
const mostBoards = 12;
const tooMany = computed(
  () => !screen.classId && new Set(shown.value.map((p) => p.assignment)).size > mostBoards,
);
const boards = useBoards(computed(() => (tooMany.value ? [] : shown.value)));
const cursor = useCursor(boards);
useSteady("tr, .steps, article"); // what a coat asks for stands above the boards
const bench = useBench(boards);
const { whole, jarFor, done } = bench;
const { column } = whole;
/** On a phone: one piece after the other. */
const hand = useHand();
const inHand = computed(() => boards.value.flatMap((b) => b.rows));
const find = ref<InstanceType<typeof BenchFind>>();
const camera = ref<InstanceType<typeof CameraButton>>();
const fromPaper = ref(false);
const jarOf = ref("");

function startHere(none = false) {
  const b = cursor.board.value;
  const c = b?.columns[cursor.at.value.column];
  if (b && c) whole.start(b.id, c.id, none);
}
function press(piece: Piece, surface: SurfaceState, board: number, row: number, col: number) {
  cursor.at.value = { board, row, column: col };
  if (column.value?.surfaces.includes(surface.id) && whole.holds(piece)) whole.except(piece);
  else bench.add(piece, surface);
}
function part(piece: Piece, surface: SurfaceState) {
  if (!whole.holds(piece, surface.id)) return "";
  return column.value!.out.has(piece.id) ? "left" : "picked";
}
function here(board: number) {
  const { row, column: col } = cursor.at.value;
  return cursor.at.value.board === board ? { row, column: col } : undefined;
}
const drawn = useTemplateRef<InstanceType<typeof BenchBoard>[]>("drawn");
const toCell = () => void nextTick(() => drawn.value?.forEach((b) => b.focusHere()));
const go = (rows: number, columns: number) => {
  cursor.move(rows, columns);
  toCell();
};
/** Somebody who was found while no class was chosen. */
const wanted = ref<Piece>();
function jump(piece: Piece) {
  if (tooMany.value) {
    wanted.value = piece;
    return;
  }
  const board = boards.value.findIndex((b) => b.rows.some((p) => p.id === piece.id));
  const row = boards.value[board]?.rows.findIndex((p) => p.id === piece.id) ?? 0;
  cursor.at.value = { ...cursor.at.value, board, row };
  void nextTick(() => drawn.value?.forEach((b) => b.showHere()));
}
function found(really: boolean) {
  if (!really) wanted.value = undefined;
  if (wanted.value) screen.classId = wanted.value.class;
  else toCell();
}
watch(boards, (now) => {
  const piece = wanted.value;
  if (!piece || !now.some((b) => b.rows.some((p) => p.id === piece.id))) return;
  wanted.value = undefined;
  jump(piece);
  toCell();
});
const act = () => {
  if (column.value) return bench.logColumn();
  const { piece, surface } = cursor;
  if (piece.value && surface.value) bench.add(piece.value, surface.value);
};
const { piece: p, surface: s } = cursor;
useKeys({
  ArrowDown: () => go(1, 0),
  ArrowUp: () => go(-1, 0),
  ArrowLeft: () => go(0, -1),
  ArrowRight: () => go(0, 1),
  "/": () => find.value?.focus(),
  u: () => bench.undo(p.value, s.value),
  a: () => startHere(),
  A: () => startHere(true),
  x: () => whole.except(p.value),
  m: () => bench.absent(p.value),
  "-": () => bench.feel(p.value, s.value, "thin"),
  "=": () => bench.feel(p.value, s.value, "right"),
  "+": () => bench.feel(p.value, s.value, "thick"),
  d: () => bench.touch(p.value, s.value, false),
  D: () => bench.touch(p.value, s.value, true),
  p: () => bench.patch(p.value, s.value),
  s: () => bench.aside(p.value),
  w: () => bench.tell(p.value, "wipe", s.value),
  l: () => bench.tell(p.value, "coat", s.value),
  b: () => bench.tell(p.value, "damage"),
  r: () => bench.tell(p.value, "resist", s.value),
  n: () => bench.tell(p.value, "note"),
  h: () => bench.tell(p.value, ""),
  o: () => camera.value?.open(),
  j: () => (jarOf.value = s.value?.left[0]?.glaze ?? s.value?.on.at(-1)?.glaze ?? ""),
  Escape: whole.stop,
  " ": act,
  Enter: act,
});
function cellEnter(event: KeyboardEvent) {
  if (!column.value) return;
  event.preventDefault();
  bench.logColumn();
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Bench</h1>
      <p class="soft">A stroke a coat: grey is dry, black is wet, outlined is still to lay.</p>
    </div>
    <div class="ways">
      <BenchFind ref="find" :pieces="shown" @jump="jump" @done="found" />
      <el-button @click="fromPaper = !fromPaper">Enter from paper</el-button>
      <PlaceLink to="/bench/lost">No name on it?</PlaceLink>
      <PlaceLink to="/bench/handover">Hand over</PlaceLink>
    </div>
  </div>
  <BenchHand
    v-if="hand"
    :pieces="inHand"
    :piece="p"
    :now="now"
    @go="jump"
    @add="bench.add"
    @back="bench.undo"
    @record="bench.tell($event, '')"
  />
  <BenchReady v-if="hand && p" :pieces="[p]" @log="bench.all" />
  <p class="caution">
    Sand wet or with a mask, wipe with wet sponges. Lids tight before shaking, away from faces.
  </p>
  <FromPaper v-if="fromPaper || done" v-model="done" :class-id="screen.classId" />
  <StrayList />
  <BenchJars v-if="!tooMany" :pieces="shown" />
  <BenchDoubts :pieces="shown" @settle="bench.settle" />
  <BenchClasses v-if="tooMany" :pieces="shown" />
  <p v-else-if="!screen.classId && boards.length > 2" class="soft">Choose a class above to see one bench.</p>
  <BenchBoard
    v-for="(b, bi) in hand ? [] : boards"
    ref="drawn"
    :key="b.id"
    :board="b"
    :now="now"
    :here="here(bi)"
    :part="part"
    :taken="column?.board === b.id ? column.surfaces : []"
    @start="whole.start(b.id, $event)"
    @press="(piece, surface, row, col) => press(piece, surface, bi, row, col)"
    @back="bench.undo"
    @enter="cellEnter"
    @point="(row, col) => (cursor.at.value = { board: bi, row, column: col })"
    @record="bench.tell($event, '')"
    @log="bench.all"
  >
    <div v-if="column?.board === b.id" class="bar" role="status">
      <b>{{ whole.chosen.value.length }} of {{ whole.rows.value.length }}</b> pieces get their next coat. Tap
      a piece, or <kbd>x</kbd>, and it stays out; “coat all” on another column takes it in.
      <el-button type="primary" @click="bench.logColumn()">Log {{ whole.count.value }} coats</el-button>
      <el-button @click="whole.stop">Cancel</el-button>
    </div>
  </BenchBoard>
  <p v-if="!boards.length && !tooMany && !isPending" class="empty">
    Nothing on the bench. <PlaceLink to="/plan">Add an assignment for the class</PlaceLink>; a piece may be
    glazed before it is planned.
  </p>
  <JarChoice
    v-if="jarFor"
    :piece="jarFor.piece"
    :surface="jarFor.surface"
    :glazes="glazes.data.value ?? []"
    @pick="bench.withJar"
    @close="jarFor = undefined"
  />
  <JarState v-if="jarOf" :code="jarOf" @close="jarOf = ''" />
  <CameraButton ref="camera" :piece="p" hidden />
</template>

<style scoped>
.ways {
  display: flex;
  align-items: center;
  gap: 14px;
  flex-wrap: wrap;
}
.caution {
  margin-bottom: 12px;
}
.bar {
  position: sticky;
  bottom: var(--notices);
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

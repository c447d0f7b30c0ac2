<script setup lang="ts">
import { computed, nextTick, ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import BenchCell from "@/components/BenchCell.vue";
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
  Escape: whole.stop,
  " ": act,
  Enter: act,
});
function cellEnter(event: KeyboardEvent) {
  if (!column.value) return;
  event.preventDefault();
  logColumn();
}
function title(s: SurfaceState) {
  const next = s.left[0];
  return next ? `${next} ${glazes.byCode.value.get(next)?.name ?? ""}` : "";
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
  <section v-for="(b, bi) in boards" :key="b.id">
    <h2>{{ b.title }}</h2>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col">Piece</th>
            <th v-for="c in b.columns" :key="c.id" scope="col">
              {{ c.name }}
              <button
                type="button"
                class="whole"
                :aria-label="`Coat all: ${c.name}`"
                @click="whole.start(b.id, c.id)"
              >
                coat all
              </button>
            </th>
            <th scope="col" class="rest">Waits for</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(p, ri) in b.rows" :key="p.id">
            <th scope="row">
              <RouterLink :to="`/plan/${p.id}`">{{ p.student }}</RouterLink>
              <span class="mark">{{ p.mark }}</span>
            </th>
            <template v-for="(c, ci) in b.columns" :key="c.id">
              <td
                v-for="s in p.surfaces.filter((x) => x.id === c.id)"
                :key="s.id"
                :class="{
                  here:
                    cursor.at.value.board === bi &&
                    cursor.at.value.row === ri &&
                    cursor.at.value.column === ci,
                  picked: column?.surface === s.id && whole.holds(p) && !column.out.has(p.id),
                  left: column?.surface === s.id && column.out.has(p.id),
                }"
              >
                <BenchCell
                  :student="p.student"
                  :surface="s"
                  :jar="title(s)"
                  :now="now"
                  @add="press(p, s, bi, ri, ci)"
                  @back="undo(p, s)"
                  @enter="cellEnter"
                  @focus="cursor.at.value = { board: bi, row: ri, column: ci }"
                />
              </td>
            </template>
            <td class="rest">
              <span v-for="x in p.blockers.slice(0, 1)" :key="x.code">{{ x.text }}</span>
              <span v-if="!p.blockers.length">Nothing: it may be fired.</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="column?.board === b.id" class="bar" role="status">
      <b>{{ whole.chosen.value.length }} of {{ whole.rows.value.length }}</b> get their next coat. Tap a cell,
      or <kbd>x</kbd>, to leave one out.
      <el-button type="primary" @click="logColumn()">Log {{ whole.chosen.value.length }} coats</el-button>
      <el-button @click="whole.stop">Leave it</el-button>
    </div>
  </section>
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
section {
  margin-bottom: 28px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  background: var(--sheet);
  margin-top: 8px;
  min-width: 60%;
}
th,
td {
  border: 1px solid var(--line);
  text-align: left;
  padding: 0 10px;
  position: relative;
}
thead th {
  padding: 7px 10px;
  background: #e8e8e8;
  white-space: nowrap;
}
.whole {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  color: var(--soft);
  min-height: 30px;
  font-weight: 400;
}
tbody th {
  font-weight: 600;
  white-space: nowrap;
}
.mark {
  font-weight: 400;
  margin-left: 7px;
}
td {
  padding: 0;
}
td.here {
  box-shadow: inset 0 0 0 3px var(--ink);
}
td.picked {
  background: repeating-linear-gradient(135deg, #fff 0 6px, #d8d8d8 6px 8px);
}
td.left :deep(.cell) {
  opacity: 0.55;
  text-decoration: line-through;
}
td.rest {
  padding: 4px 10px;
  font-size: 14px;
  max-width: 320px;
  line-height: 1.3;
}
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
@media (max-width: 900px) {
  .rest {
    display: none;
  }
}
</style>

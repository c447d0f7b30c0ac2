<script setup lang="ts">
import { computed, nextTick, ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import JarChoice from "@/components/JarChoice.vue";
import TallyStrokes from "@/components/TallyStrokes.vue";
import { nextCoat, useBoards, useCursor } from "@/composables/useBoard";
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

/** A column being coated as a whole: its board, its surface, and who is left out. */
const column = ref<{ board: string; surface: string; out: Set<string> }>();
const columnRows = computed(() => {
  const c = column.value;
  const board = boards.value.find((b) => b.id === c?.board);
  return (board?.rows ?? []).filter((p) => p.surfaces.some((s) => s.id === c?.surface && s.left.length));
});
const inColumn = (p: Piece) => columnRows.value.some((r) => r.id === p.id);
const logging = computed(() => columnRows.value.filter((p) => !column.value?.out.has(p.id)));

function add(piece: Piece, surface: SurfaceState) {
  const coat = nextCoat(piece, surface);
  if (coat) log.mutate([coat]);
  else jarFor.value = { piece, surface };
}
function withJar(glaze: string) {
  const { piece, surface } = jarFor.value!;
  jarFor.value = undefined;
  log.mutate([{ kind: "coat", piece: piece.id, surface: surface.id, glaze }]);
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
function startColumn(board: string, surface: string) {
  column.value = { board, surface, out: new Set() };
}
function startHere() {
  const b = cursor.board.value;
  const c = b?.columns[cursor.at.value.column];
  if (b && c) startColumn(b.id, c.id);
}
function except(piece?: Piece) {
  const out = column.value?.out;
  if (!piece || !out || !inColumn(piece)) return;
  if (out.has(piece.id)) out.delete(piece.id);
  else out.add(piece.id);
}
function logColumn() {
  const surface = column.value?.surface;
  const coats = logging.value.flatMap((p) => {
    const s = p.surfaces.find((x) => x.id === surface);
    return (s && nextCoat(p, s)) ?? [];
  });
  if (coats.length) log.mutate(coats, { onSuccess: () => say(`${coats.length} coats logged.`) });
  column.value = undefined;
}
function press(piece: Piece, surface: SurfaceState, board: number, row: number, col: number) {
  cursor.at.value = { board, row, column: col };
  if (column.value?.surface === surface.id && inColumn(piece)) except(piece);
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
  x: () => except(cursor.piece.value),
  Escape: () => (column.value = undefined),
  " ": act,
  Enter: act,
});
function cellKey(event: KeyboardEvent) {
  if (event.key === "Enter" && column.value) {
    event.preventDefault();
    logColumn();
  }
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
                @click="startColumn(b.id, c.id)"
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
                  picked: column?.surface === s.id && inColumn(p) && !column.out.has(p.id),
                  left: column?.surface === s.id && column.out.has(p.id),
                }"
              >
                <button
                  type="button"
                  class="cell"
                  :aria-label="`${p.student}, ${s.name}: ${s.on.length} on, ${s.left.length} to go. ${title(s)}`"
                  @click="press(p, s, bi, ri, ci)"
                  @keydown="cellKey"
                  @focus="cursor.at.value = { board: bi, row: ri, column: ci }"
                >
                  <TallyStrokes :surface="s" :now="now" />
                  <span class="jar num">{{ title(s) }}</span>
                </button>
                <button
                  v-if="s.on.length"
                  type="button"
                  class="back"
                  :aria-label="`${p.student}, ${s.name}: take the last coat back`"
                  @click="undo(p, s)"
                >
                  ↶
                </button>
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
      <b>{{ logging.length }} of {{ columnRows.length }}</b> get their next coat. Tap a cell, or <kbd>x</kbd>,
      to leave one out.
      <el-button type="primary" @click="logColumn">Log {{ logging.length }} coats</el-button>
      <el-button @click="column = undefined">Leave it</el-button>
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
.cell {
  display: grid;
  gap: 1px;
  width: 100%;
  min-width: 108px;
  min-height: 54px;
  padding: 4px 34px 3px 9px;
  border: 0;
  background: none;
  cursor: pointer;
  text-align: left;
}
.cell:hover {
  background: #fff;
}
.jar {
  font-size: 13px;
  color: var(--soft);
  white-space: nowrap;
}
.back {
  position: absolute;
  right: 1px;
  top: 4px;
  width: 32px;
  height: 44px;
  border: 0;
  background: none;
  cursor: pointer;
  font-size: 18px;
}
td.here {
  box-shadow: inset 0 0 0 3px var(--ink);
}
td.picked {
  background: repeating-linear-gradient(135deg, #fff 0 6px, #d8d8d8 6px 8px);
}
td.left .cell {
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

<script setup lang="ts">
import { ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import type { Board } from "@/bench/useBoard";
import { useGlazes } from "@/lib/useLists";
import { sayResist } from "@/lib/resist";
import { sayStroke } from "@/lib/stroke";
import type { NewEvent } from "@/lib/usePieces";
import BenchCell from "@/bench/BenchCell.vue";
import BenchReady from "@/bench/BenchReady.vue";
import PlaceLink from "@/ui/PlaceLink.vue";

/** One assignment as a board: a row a piece, a column a surface, and what each piece waits for. */
const props = defineProps<{
  board: Board;
  now: number;
  here?: { row: number; column: number };
  /** Whether a cell is in the column that is coated as a whole, or left out of it. */
  part: (piece: Piece, surface: SurfaceState) => "picked" | "left" | "";
  /** The columns that are coated as a whole. */
  taken: string[];
}>();
const emit = defineEmits<{
  start: [column: string];
  press: [piece: Piece, surface: SurfaceState, row: number, column: number];
  back: [piece: Piece, surface: SurfaceState];
  enter: [event: KeyboardEvent];
  point: [row: number, column: number];
  record: [piece: Piece];
  log: [events: NewEvent[], said: string];
}>();
/** What is to be known of a piece at a glance, in a word each. */
const flags = (p: Piece) =>
  [
    p.damage && "damaged",
    p.missing && `${p.missing} missing`,
    p.aside && "set aside",
    p.away && "out of the room",
    p.unnamed && "no name",
    p.parts && `in ${p.parts} parts`,
    p.absent && props.now - Date.parse(p.absent) < 8 * 3600_000 && "absent",
  ].filter(Boolean);
const cells = ref<HTMLElement>();
const cellHere = () => cells.value?.querySelector<HTMLElement>("td.here");
defineExpose({
  /** Puts the focus on the cell that the cursor is on. */
  focusHere: () => (cellHere()?.querySelector("button") ?? cellHere())?.focus(),
  /** Brings that cell into sight, and leaves the focus where it is. */
  showHere: () => cellHere()?.scrollIntoView({ block: "nearest" }),
});
const glazes = useGlazes();
const of = (p: Piece, surface: string) => p.surfaces.find((s) => s.id === surface);
function jar(s: SurfaceState) {
  const next = s.left[0];
  return next ? sayStroke(next, glazes.byCode.value.get(next.glaze)?.name) : "";
}
</script>

<template>
  <section>
    <h2>{{ board.title }}</h2>
    <BenchReady :pieces="board.rows" @log="(events, said) => emit('log', events, said)" />
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col">Piece</th>
            <th v-for="c in board.columns" :key="c.id" scope="col">
              {{ c.name }}
              <button
                type="button"
                class="whole"
                :aria-label="`Coat all: ${c.name}`"
                :aria-pressed="taken.includes(c.id)"
                @click="emit('start', c.id)"
              >
                {{ taken.includes(c.id) ? "taken in" : "coat all" }}
              </button>
            </th>
            <th scope="col" class="rest">Waits for</th>
          </tr>
        </thead>
        <tbody ref="cells">
          <tr v-for="(p, row) in board.rows" :key="p.id">
            <th scope="row">
              <PlaceLink :to="`/plan/${p.id}`">{{ p.student }}</PlaceLink>
              <span class="mark">{{ p.mark }}</span>
              <span v-for="f in flags(p)" :key="String(f)" class="flag">{{ f }}</span>
              <button
                type="button"
                class="record"
                :aria-label="`Record of ${p.student}`"
                @click="emit('record', p)"
              >
                record
              </button>
            </th>
            <template v-for="(c, column) in board.columns" :key="c.id">
              <!-- A piece of its own may lack a surface: its column stands all the same. -->
              <td
                v-for="s in [of(p, c.id)]"
                :key="s?.id ?? c.id"
                :class="[{ here: here?.row === row && here.column === column, lacking: !s }, s && part(p, s)]"
                :tabindex="s ? undefined : -1"
              >
                <BenchCell
                  v-if="s"
                  :student="p.student"
                  :surface="s"
                  :jar="jar(s)"
                  :resist="sayResist(p, s)"
                  :now="now"
                  :out="part(p, s) === 'left'"
                  @add="emit('press', p, s, row, column)"
                  @back="emit('back', p, s)"
                  @enter="emit('enter', $event)"
                  @focus="emit('point', row, column)"
                />
                <span v-else class="visually-hidden">{{ c.name }}: this piece has none</span>
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
    <slot />
  </section>
</template>

<style scoped>
.lacking {
  background: #d9d9d9;
}
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
.whole,
.record {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  color: var(--soft);
  min-height: 30px;
  font-weight: 400;
}
.record {
  display: block;
  padding: 0;
  font-size: 13px;
  min-height: 24px;
}
.flag {
  border: 1px solid var(--ink);
  padding: 0 5px;
  margin-left: 7px;
  font-size: 12.5px;
  font-weight: 500;
}
.whole[aria-pressed="true"] {
  color: var(--ink);
  font-weight: 640;
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
/* What is focused stays clear of the bar at the foot of the page. */
td,
td :deep(button) {
  scroll-margin-bottom: 90px;
}
td.rest {
  padding: 4px 10px;
  font-size: 14px;
  max-width: 320px;
  line-height: 1.3;
}
@media (max-width: 900px) {
  .rest {
    display: none;
  }
  .record {
    min-height: 44px;
  }
}
</style>

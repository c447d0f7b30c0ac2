<script lang="ts">
import type { Schemas } from "@/api/client";

/** A piece in a box. */
export interface Packed {
  id: string;
  student: string;
  mark: string;
  title: string;
  bandMM: number;
  /** What goes with it where it is glazed at home. */
  kit?: Schemas["KitPiece"];
}
</script>

<script setup lang="ts">
import { mL, mm } from "@/ui/figures";
import { date } from "@/ui/moments";

/** The label of a box, to be cut off, and the note that lies in it: what is in it, what goes with it, who brought it back. */
defineProps<{ pieces: Packed[]; names: string; begins: string; box: number; of: number }>();
</script>

<template>
  <section class="box" :aria-label="`Box ${box}`">
    <p class="label num">
      <b>{{ names }}</b>
      <span>box {{ box }} of {{ of }}</span>
      <span class="marks">{{ pieces.map((p) => p.mark || p.student).join("  ") }}</span>
      <span>{{ pieces.length }} pieces · {{ date(begins) }} · this side up, raw glaze rubs off</span>
    </p>
    <table class="num">
      <thead>
        <tr>
          <th>Piece</th>
          <th>Goes with it</th>
          <th>taken</th>
          <th>back</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in pieces" :key="p.id">
          <td>
            <b>{{ p.mark }}</b> {{ p.student }}<br />{{ p.title }}
          </td>
          <td>
            <template v-if="p.kit">
              {{ p.kit.amounts.map((a) => `${a.glaze} ${mL(a.ml)}`).join(", ") }}; brushes:
              {{ p.kit.brushes.join(", ") }}; record sheet, sponge.<br />
              To lay: {{ p.kit.left.join("; ") }}. Bare to {{ mm(p.bandMM) }} where it stands.
            </template>
            <template v-else>wrapped by itself</template>
          </td>
          <td class="line" />
          <td class="line" />
        </tr>
      </tbody>
    </table>
    <p>
      Wipe wet, never sweep; nothing to eat beside it; wash hands. Two hands from below: never by the rim or
      the handle.
    </p>
  </section>
</template>

<style scoped>
.box {
  background: #fff;
  border: 1px solid var(--line);
  padding: 16px 20px;
  margin-bottom: 18px;
  break-after: page;
  font-size: 13px;
}
.label {
  border: 3px solid #222;
  padding: 8px 14px;
  display: grid;
  grid-template-columns: auto auto 1fr;
  gap: 2px 18px;
  align-items: baseline;
}
.label b {
  font-size: 26px;
}
.label span:nth-child(2) {
  font-size: 20px;
}
.label .marks {
  font-size: 20px;
  white-space: pre-wrap;
}
.label span:last-child {
  grid-column: 1 / -1;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin: 10px 0;
}
th {
  text-align: left;
}
td,
th {
  border-top: 1px solid #999;
  padding: 4px 8px 4px 0;
  vertical-align: top;
}
.line {
  width: 80px;
  border-bottom: 1px solid #222;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import { sayStack } from "@/lib/stack";
import { mm } from "@/ui/figures";

/** Every plan of a class in one table: a row a piece, a column a surface. */
const props = defineProps<{ pieces: Piece[] }>();
const columns = computed(() => {
  const names = new Map<string, string>();
  for (const p of props.pieces)
    for (const s of p.surfaces) if (s.stack.length || s.on.length) names.set(s.id, s.name);
  return [...names];
});
const words = { unseen: "○", approved: "●", returned: "↩", changed: "▲" } as const;
function cell(p: Piece, surface: string) {
  const s = p.surfaces.find((x) => x.id === surface);
  if (!s) return "";
  return s.bare || s.resist ? "bare" : sayStack(s.stack);
}
function on(p: Piece, surface: string) {
  const s = p.surfaces.find((x) => x.id === surface);
  return s?.stack.length ? `${s.on.length}/${s.stack.reduce((n, l) => n + l.coats, 0)}` : "";
}
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col">Who</th>
        <th v-for="[id, name] in columns" :key="id" scope="col">{{ name }}</th>
        <th scope="col">Bare to</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="p in pieces" :key="p.id">
        <th scope="row">{{ words[p.approval.state] }} {{ p.student }} {{ p.mark }}</th>
        <td v-for="[id] in columns" :key="id" class="num">
          {{ cell(p, id) }} <span class="on">{{ on(p, id) }}</span>
        </td>
        <td class="num">{{ mm(p.bandMM) }}</td>
      </tr>
    </tbody>
  </table>
  <p class="soft">
    ● approved · ▲ changed since · ↩ returned · ○ not looked at. Small: coats on, of coats planned.
  </p>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 13px;
  margin: 10px 0;
}
th,
td {
  text-align: left;
  border-bottom: 1px solid #999;
  padding: 3px 8px 3px 0;
}
tr {
  break-inside: avoid;
}
.on {
  font-size: 11px;
  color: #444;
}
</style>

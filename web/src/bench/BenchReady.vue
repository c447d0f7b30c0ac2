<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import { resistCaution, resistDue, resistEvent } from "@/lib/resist";
import type { NewEvent } from "@/lib/usePieces";

/** What the pieces of a board need before glaze goes on, or before they are fired, each for all of them at once. */
const props = defineProps<{ pieces: Piece[] }>();
const emit = defineEmits<{ log: [events: NewEvent[], said: string] }>();
const waiting = (...codes: string[]) =>
  props.pieces.filter((p) => p.blockers.some((b) => codes.includes(b.code)));
/** Pieces that nobody felt: raw clay before it is glazed or fired, or ware that goes into the fire again. */
const unfelt = computed(() => waiting("not-bone-dry", "damp"));
const green = computed(() => unfelt.value.some((p) => p.ware === "greenware"));
/** Raw pieces that may be hollow, and closed. */
const closed = computed(() => waiting("closed"));
/** Pieces before their first coat that nobody wiped, and pieces whose first coat nobody wiped for. */
const dusty = computed(() =>
  props.pieces.filter((p) => p.dust && !p.dust.asked && p.surfaces.some((s) => s.left.length)),
);
const asked = computed(() => props.pieces.filter((p) => p.dust?.asked));
/** Surfaces that wait for their resist, and those whose latex has to come off now. */
const due = computed(() =>
  props.pieces.flatMap((p) => p.surfaces.flatMap((s) => ({ p, s, due: resistDue(p, s) }))),
);
const kinds = computed(() =>
  (["wax", "latex", "peel"] as const)
    .map((k) => ({ k, of: due.value.filter((x) => x.due === k) }))
    .filter((x) => x.of.length),
);
const resistAll = (k: "wax" | "latex" | "peel", of: { p: Piece; s: { id: string } }[]) =>
  emit(
    "log",
    of.map((x) => resistEvent(x.p.id, x.s.id, k)),
    `${of.length} ${k === "peel" ? "peeled" : `resisted with ${k}`}.`,
  );
const mind = computed(() => [...new Set(dusty.value.flatMap((p) => p.dust?.mind ?? []))].join(" "));
const names = (pieces: Piece[]) => {
  const some = pieces.slice(0, 4).map((p) => p.student);
  return pieces.length > some.length
    ? `${some.join(", ")} and ${pieces.length - some.length} more`
    : some.join(", ");
};
function all(pieces: Piece[], event: Omit<NewEvent, "piece">, said: string) {
  emit(
    "log",
    pieces.map((p) => ({ ...event, piece: p.id }) as NewEvent),
    said,
  );
}
</script>

<template>
  <p v-if="unfelt.length" class="ready">
    {{ unfelt.length }} were not felt:
    <template v-if="green"
      >greenware has to be bone dry, pale all over and not clammy. Lift it with two hands from
      below.</template
    >
    <template v-else>ware that is fired again must hold no water.</template>
    <el-button size="small" @click="all(unfelt, { kind: 'bone' }, `${unfelt.length} felt, and dry all over.`)"
      >Log all {{ unfelt.length }} as {{ green ? "bone dry" : "dry" }}</el-button
    >
  </p>
  <p v-if="closed.length" class="ready">
    {{ closed.length }} may be hollow and closed: the air in them would burst them in their first fire.
    <el-button
      size="small"
      @click="all(closed, { kind: 'prepare', text: 'hole' }, `${closed.length} have a hole for their air.`)"
      >Log a hole in all</el-button
    >
    <el-button
      size="small"
      @click="all(closed, { kind: 'prepare', text: 'solid' }, `${closed.length} are solid.`)"
      >Log all as solid</el-button
    >
  </p>
  <p v-if="dusty.length" class="ready">
    {{ dusty.length }} wait for a damp sponge before their first coat: dust and hand oil make glaze crawl and
    flake off. {{ mind }}
    <el-button size="small" @click="all(dusty, { kind: 'clean' }, `${dusty.length} wiped free of dust.`)"
      >Log all {{ dusty.length }} as wiped</el-button
    >
    <el-button
      size="small"
      @click="all(dusty, { kind: 'clean', text: 'rinse' }, `${dusty.length} rinsed: they dry first.`)"
      >Log all as rinsed</el-button
    >
  </p>
  <p v-for="x in kinds" :key="x.k" class="ready">
    <template v-if="x.k === 'peel'"
      >{{ x.of.length }} carry latex, and all their coats: peel it before the firing.</template
    >
    <template v-else
      >{{ x.of.length }} {{ x.of.length === 1 ? "surface waits" : "surfaces wait" }} for {{ x.k }} before the
      first coat. {{ resistCaution[x.k] }}</template
    >
    <el-button size="small" @click="resistAll(x.k, x.of)">{{
      x.k === "peel" ? "Log all as peeled" : `Log ${x.k} on all ${x.of.length}`
    }}</el-button>
  </p>
  <p v-if="asked.length" class="ready asked" role="group" aria-label="Were they wiped first?">
    Were they wiped before their first coat? {{ names(asked) }}: {{ asked[0]!.dust!.why }}.
    <el-button
      size="small"
      @click="all(asked, { kind: 'clean', text: 'before' }, `${asked.length} had been wiped.`)"
      >Yes</el-button
    >
    <el-button
      size="small"
      @click="all(asked, { kind: 'clean', text: 'not' }, 'Kept: if their glaze crawls, this is why.')"
      >No</el-button
    >
  </p>
</template>

<style scoped>
.ready {
  margin-bottom: 8px;
  max-width: 110ch;
}
.asked {
  border: 2px solid var(--ink);
  background: var(--paper);
  padding: 7px 12px;
}
</style>

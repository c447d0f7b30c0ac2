<script setup lang="ts">
import { computed } from "vue";
import type { SurfaceState } from "@/api/client";
import HalfSection from "@/ui/HalfSection.vue";
import PaperChoice from "@/print/PaperChoice.vue";
import { useAssignments, useClasses, useGlazes } from "@/lib/useLists";
import { usePaper } from "@/print/usePaper";
import { usePiecesOf } from "@/lib/usePieces";
import { stackOf, wayOf } from "@/lib/stack";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mm } from "@/ui/figures";

/** Record sheets for work away from the screen: the drawing, the stacks, and empty strokes to tick. Two a page. */
const props = defineProps<{ id: string }>();
const assignments = useAssignments();
const classes = useClasses();
const glazes = useGlazes();
const assignment = computed(() => assignments.byId.value.get(props.id));
const mine = usePiecesOf(() => assignment.value);
const form = useAsk(
  computed(() => ({
    ...queries.sketch({ form: assignment.value?.form ?? "", measures: assignment.value?.measures ?? {} }),
    enabled: !!assignment.value,
  })),
);
/** The coats that are on, as they were laid, and then the ones still to lay: a row for each glaze in turn. */
function strokes(s: SurfaceState) {
  const rows = [
    ...stackOf(s.on).map((l) => ({ glaze: l.glaze, how: wayOf(l), done: l.coats, open: 0 })),
    ...stackOf(s.left).map((l) => ({ glaze: l.glaze, how: wayOf(l), done: 0, open: l.coats })),
  ];
  const joined: typeof rows = [];
  for (const row of rows) {
    const last = joined.at(-1);
    if (last?.glaze === row.glaze && last.how === row.how) last.open += row.open;
    else joined.push(row);
  }
  return joined;
}
const nameOf = (code: string) => glazes.byCode.value.get(code)?.name ?? "";
const { print } = usePaper();
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft"><PlaceLink to="/plan">Plan</PlaceLink> · on paper</p>
      <h1>Record sheets</h1>
      <p class="soft">
        One stroke is ticked for every coat, when it goes on. Log them at the bench when the sheet comes back.
      </p>
    </div>
    <div class="ways">
      <PlaceLink :to="`/plan/prints/${id}/overview`">Overview, kits, labels</PlaceLink>
      <PaperChoice />
      <el-button type="primary" @click="print">Print {{ mine.length }} sheets</el-button>
    </div>
  </div>
  <article v-for="p in mine" :key="p.id" class="record">
    <header>
      <h2>
        {{ p.student }} <span class="mark">{{ p.mark }}</span>
      </h2>
      <p>
        {{ assignment?.name }} · {{ classes.byId.value.get(p.class)?.name }} · {{ p.clay }} · cone
        {{ p.cone }} · bare to {{ mm(p.bandMM) }}
      </p>
    </header>
    <div class="drawing">
      <HalfSection
        v-if="form.data.value"
        :drawing="form.data.value.drawing"
        :surfaces="form.data.value.surfaces"
        :states="p.surfaces"
        colours="fired"
        :band-mm="p.bandMM"
      />
    </div>
    <table>
      <tbody>
        <tr v-for="s in p.surfaces" :key="s.id">
          <th scope="row">{{ s.name }}</th>
          <td v-if="s.resist && !s.on.length">stays bare under {{ s.resist }}</td>
          <td v-else-if="!s.on.length && (s.bare || (s.stands && !s.stack.length))">stays bare</td>
          <td v-else-if="!p.revision && !s.on.length" class="open">
            <span class="line" /><span class="boxes" role="img" aria-label="a stroke for each coat"
              ><i v-for="n in 5" :key="n"
            /></span>
          </td>
          <td v-else-if="!s.stack.length && !s.on.length">no glaze planned</td>
          <td v-else>
            <span v-for="(l, i) in strokes(s)" :key="i" class="layer">
              <b>{{ l.glaze }}</b> {{ nameOf(l.glaze) }} {{ l.how }}
              <span class="boxes" role="img" :aria-label="`${l.done} of ${l.done + l.open} coats on`">
                <i v-for="n in l.done" :key="`d${n}`" class="done" /><i v-for="n in l.open" :key="`o${n}`" />
              </span>
            </span>
            <em v-if="s.tried">An experiment: nobody has fired it. What came out? </em>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="!p.revision" class="unplanned">
      Nothing is planned yet: write the glaze, and tick a stroke for each coat.
    </p>
    <p class="result">Foot checked <span class="short" /> What came out <span class="line" /></p>
  </article>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 14px;
  align-items: center;
}
.record {
  background: #fff;
  border: 1px solid var(--line);
  padding: 16px 20px;
  margin-bottom: 16px;
  display: grid;
  grid-template-columns: 1.1fr 1fr;
  grid-template-rows: auto 1fr;
  gap: 8px 22px;
  break-inside: avoid;
}
header,
.unplanned,
.result {
  grid-column: 1 / -1;
}
.result,
.open {
  display: flex;
  align-items: end;
  gap: 8px;
}
.mark {
  font-weight: 350;
}
.drawing {
  height: 250px;
}
table {
  width: 100%;
  border-collapse: collapse;
  align-self: start;
  font-size: 14px;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 4px 8px 4px 0;
  border-bottom: 1px solid var(--line);
}
.layer {
  display: block;
}
.boxes {
  display: inline-flex;
  gap: 5px;
  margin-left: 6px;
  vertical-align: middle;
}
.boxes i {
  width: 11px;
  height: 20px;
  border: 1.5px solid #222;
  border-radius: 4px 5px 5px 4px;
}
.boxes .done {
  background: #777;
  print-color-adjust: exact;
}
.line,
.short {
  border-bottom: 1px solid #222;
  flex: 1;
  height: 22px;
}
.short {
  flex: 0 0 90px;
}
th {
  width: 1%;
  white-space: nowrap;
  padding-right: 18px;
}
@media print {
  .record {
    border: 0;
    border-bottom: 1px dashed #777;
    height: 47vh;
    margin: 0;
    overflow: hidden;
  }
  .drawing {
    height: 290px;
  }
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import ResultCard from "@/results/ResultCard.vue";
import ResultsTabs from "@/results/ResultsTabs.vue";
import { answer, api, type Piece } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useAssignments, useClasses } from "@/lib/useLists";
import { useLog, usePieces } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";

const screen = useScreen();
const session = useSession();
const changed = useChanged();
const assignments = useAssignments();
const classes = useClasses();
const { pieces, isPending } = usePieces();
const over = ref(false);
const ended = useAsk(computed(() => ({ ...queries.over(screen.classId), enabled: over.value })));
const every = computed(() => [...pieces.value, ...(over.value ? (ended.data.value?.pieces ?? []) : [])]);
const shown = computed(() => every.value.filter((p) => p.stage === "results" || p.stage === "done"));
/** Pieces with sharp drips that nobody ground off. */
const grind = computed(() => shown.value.filter((p) => p.outcome?.grind));
const drips = (p: Piece) =>
  p
    .outcome!.faults.filter((f) => f.fault === "drips")
    .map((f) => p.surfaces.find((s) => s.id === f.surface)?.name)
    .join(", ");
const log = useLog();
const ground = (p: Piece) =>
  log.mutate([{ kind: "ground", piece: p.id }], { onSuccess: () => say(`${p.student}: ground.`) });
/** The assignments whose results are here: what came of them can be released to the class. */
const here = computed(() => {
  const ids = new Set(shown.value.map((p) => p.assignment));
  return [...assignments.byId.value.values()].filter((a) => ids.has(a.id));
});
/** How makers are named where their class, or somebody at home, reads of their pieces. */
const whose = [
  { key: "nobody" as const, name: "Without names" },
  { key: "marks" as const, name: "By marks" },
  { key: "names" as const, name: "By names" },
];
type Whose = (typeof whose)[number]["key"];
const as = ref<Whose>("nobody");
watch(
  () => here.value.find((a) => a.released)?.releasedAs,
  (now) => now && (as.value = now),
  { immediate: true },
);
/** Another way of naming counts at once for what the class reads already. */
async function nameBy(way: Whose) {
  as.value = way;
  for (const a of here.value.filter((one) => one.released)) await release(a.id, true);
}
async function release(id: string, released: boolean) {
  const now = await attempt(
    answer(
      api.PATCH("/assignments/{id}", { params: { path: { id } }, body: { released, releasedAs: as.value } }),
    ),
  );
  await changed("assignment");
  if (now) say(`${now.name}: ${now.released ? "the tablets of its class show it." : "for you alone."}`);
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Pieces that came out</h1>
      <p class="soft">What each was, and what its maker thinks of it. A good stack becomes a tile.</p>
    </div>
    <div>
      <PlaceLink to="/results/read" class="boards">Photographs of boards</PlaceLink>
      <el-checkbox v-model="over" label="of ended assignments too" />
    </div>
  </div>
  <ResultsTabs />
  <section v-if="grind.length" class="grind" aria-labelledby="grind">
    <h2 id="grind">To grind: {{ grind.length }}</h2>
    <p class="caution">Sharp drips: wet, with eye protection and a mask, away from the class.</p>
    <ul>
      <li v-for="p in grind" :key="p.id">
        {{ p.student }} {{ p.mark }}, {{ p.title }}: {{ drips(p) }}
        <el-button size="small" @click="ground(p)">Mark as ground</el-button>
      </li>
    </ul>
  </section>
  <ul v-if="here.length" class="papers" aria-label="On paper, for home, and next year">
    <li v-for="a in here" :key="a.id">
      <b>{{ a.name }}</b>
      <PlaceLink :to="`/plan/prints/${a.id}/cards`">Record cards</PlaceLink>
      <PlaceLink :to="`/plan/prints/${a.id}/pickup`">Pick-up labels</PlaceLink>
      <template v-if="session.data.value?.role === 'teacher'">
        <a :href="`/api/assignments/${a.id}/home?who=${as}`" download>A page for home</a>
        <PlaceLink :to="`/plan/again/${a.id}`">Next year's from it</PlaceLink>
      </template>
    </li>
  </ul>
  <fieldset v-if="here.length && session.data.value?.role === 'teacher'" class="release">
    <legend>The class sees what came out, and what everybody thought of it:</legend>
    <ChoiceBar
      v-slot="{ option }"
      :model-value="as"
      label="Whose words"
      :options="whose"
      @update:model-value="nameBy($event as Whose)"
      >{{ option.name }}</ChoiceBar
    >
    <el-checkbox
      v-for="a in here"
      :key="a.id"
      :model-value="a.released"
      :label="screen.classId ? a.name : `${a.name}, ${classes.byId.value.get(a.class)?.name}`"
      @update:model-value="release(a.id, $event as boolean)"
    />
  </fieldset>
  <ul v-if="shown.length" class="cards">
    <li v-for="p in shown" :key="p.id"><ResultCard :piece="p" /></li>
  </ul>
  <p v-else-if="!isPending" class="empty">
    Nothing waits{{ screen.classId ? " in this class" : "" }}. Pieces come here when their load is unloaded.
  </p>
</template>

<style scoped>
.boards {
  margin-right: 18px;
}
.grind {
  margin-bottom: 14px;
}
.release {
  border: 0;
  padding: 0;
  margin-bottom: 14px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  column-gap: 20px;
}
.release legend {
  float: left;
  font-weight: 600;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 14px;
}
.cards li {
  display: grid;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

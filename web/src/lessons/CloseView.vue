<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import NextLesson from "@/lessons/NextLesson.vue";
import CloseList from "@/lessons/CloseList.vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import { useSteady } from "@/ui/useSteady";
import PlaceLink from "@/ui/PlaceLink.vue";
import { clock, dateAndClock } from "@/ui/moments";
import AskGate from "@/ui/AskGate.vue";

/** The end of a lesson: what comes back, what was done, what the next one begins with. */
const route = useRoute();
const key = computed(() => String(route.params.key));
const query = useAsk(computed(() => queries.close(key.value)));
const data = computed(() => query.data.value);
const { print } = usePaper();
useSteady("[role=checkbox], button"); // what is left to do is counted above the lists
const done = computed(() => {
  const d = data.value;
  if (!d) return "";
  const coats = d.done === 1 ? "1 coat was laid" : `${d.done || "No"} coats were laid`;
  return d.planned ? `${coats}; ${d.planned} were foreseen.` : `${coats}.`;
});
const lists = computed(() => {
  const d = data.value;
  return [
    { name: "Finished", of: d?.finished ?? [], none: "Nobody's last coat went on." },
    { name: "Not done", of: d?.undone ?? [], none: "No piece that was out lacks a coat." },
    { name: "Still wet", of: d?.wet ?? [], none: "Everything is dry to the touch." },
    { name: "Away", of: d?.absent ?? [], none: "Nobody was marked as absent." },
    { name: "Ran out", of: d?.out ?? [], none: "No jar that was used ran out." },
  ];
});
</script>

<template>
  <template v-if="data">
    <div class="head">
      <div>
        <p class="soft screen">
          <PlaceLink to="/lessons">Lessons</PlaceLink> ·
          <PlaceLink :to="`/lessons/${key}`">what fits</PlaceLink>
        </p>
        <h1>Until the bell</h1>
        <p class="num">
          {{ data.lesson.names }}, {{ dateAndClock(data.lesson.begins) }}. Clearing up from
          {{ clock(data.clearing) }}, the bell goes at {{ data.lesson.ends }}.
        </p>
      </div>
      <div class="acts screen">
        <PlaceLink to="/bench/handover">Hand over the pieces</PlaceLink>
        <PaperChoice />
        <el-button type="primary" @click="print">Print</el-button>
      </div>
    </div>
    <div class="columns">
      <section class="sheet" aria-labelledby="back">
        <h2 id="back">What came out comes back</h2>
        <AskGate><CloseList :lesson="key" /></AskGate>
      </section>
      <div>
        <section class="sheet" aria-labelledby="done">
          <h2 id="done">What was done</h2>
          <p class="num big">{{ done }}</p>
          <div v-for="l in lists" :key="l.name" class="list">
            <h3>
              {{ l.name }} <span v-if="l.of.length" class="num">{{ l.of.length }}</span>
            </h3>
            <p v-if="l.of.length" class="num">{{ l.of.join("; ") }}</p>
            <p v-else class="soft">{{ l.none }}</p>
          </div>
        </section>
        <AskGate><NextLesson :classes="data.lesson.classes" :after="data.lesson.rings" /></AskGate>
        <section v-if="data.unticked.length" class="left" aria-labelledby="unticked">
          <h2 id="unticked">Not ticked: first thing of the next lesson</h2>
          <ul>
            <li v-for="u in data.unticked" :key="u">{{ u }}</li>
          </ul>
        </section>
      </div>
    </div>
  </template>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.columns > div {
  display: grid;
  gap: 18px;
}
.sheet {
  padding: 14px 16px;
}
h2 {
  margin-bottom: 8px;
}
.big {
  font-size: 17px;
}
.list {
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
.left {
  border: 3px solid var(--ink);
  background: var(--paper);
  padding: 12px 16px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

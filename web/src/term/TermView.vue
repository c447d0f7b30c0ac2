<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useSession } from "@/lib/useSession";
import ShowForm from "@/term/ShowForm.vue";
import TermChart from "@/term/TermChart.vue";
import TermRemedies from "@/term/TermRemedies.vue";
import TermShow from "@/term/TermShow.vue";
import { countSaid, dayName, daysSaid, firingSaid } from "@/term/words";
import PlaceLink from "@/ui/PlaceLink.vue";
import { ask, attempt } from "@/ui/messages";

/** What is still to be fired in the term: loads, days of going home, shows, and what would save them. */
const query = useAsk(queries.term());
const term = computed(() => query.data.value);
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const changed = useChanged();
const editing = ref<{ show?: Schemas["Show"] }>();
const learned = computed(() => {
  const n = term.value?.learned ?? 0;
  const share = Math.round(100 * (term.value?.fill ?? 0));
  const from = n
    ? `learned from ${n} ${n === 1 ? "load" : "loads"}`
    : "as is usual, for no full load is on record";
  return `A load takes about ${share} % of its kiln's litres, ${from}.`;
});
async function drop(s: Schemas["Show"]) {
  if (!(await ask(`Delete ${s.name}?`, "Its pieces are then wanted on no day.", "Delete"))) return;
  await attempt(answer(api.DELETE("/shows/{id}", { params: { path: { id: s.id! } } })));
  await changed("show");
}
function closed(kept: boolean) {
  editing.value = undefined;
  if (kept) void changed("show");
}
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/kiln">Kiln</PlaceLink></p>
      <h1>The term's loads</h1>
      <p v-if="term?.waiting" class="sum">
        <b>{{ countSaid(term.all) }} loads</b> are still to be lit for {{ term.waiting }} pieces; the last of
        them is out {{ daysSaid(term.last) }}.
      </p>
    </div>
    <p class="ways">
      <PlaceLink to="/kiln/term/wall">Calendar for the wall</PlaceLink>
      <a v-if="teaches" href="/api/term/calendar" download="kiln.ics">Export as .ics</a>
      <el-button v-if="teaches && term" @click="editing = {}">Add a show</el-button>
    </p>
  </div>
  <template v-if="term">
    <p v-if="!term.kilns" class="sheet none">
      No kiln is in use. <PlaceLink to="/kiln/kilns">Add a kiln</PlaceLink>, and it can be said when work is
      fired.
    </p>
    <p v-else-if="!term.waiting" class="sheet none">
      Nothing is on its way to the kiln. Give a class an assignment, and its loads stand here.
    </p>
    <section v-if="term.shows.length" class="shows" aria-label="Shows">
      <TermShow
        v-for="s in term.shows"
        :key="s.show.id"
        :seen="s"
        :teaches="teaches"
        :today="term.today"
        @change="editing = { show: s.show }"
        @drop="drop(s.show)"
      />
      <TermRemedies
        v-if="term.late.high > 0"
        :teaches="teaches"
        :late="term.late"
        @picked="changed('kiln', 'house', 'class', 'own')"
      />
    </section>
    <template v-if="term.kilns && term.waiting">
      <div class="drawn" tabindex="0" aria-label="The picture of the term"><TermChart :term="term" /></div>
      <p class="soft key">
        Blocks: loads as they may come, as high as they are full; hatched ones are bisque. Bars: when a class
        takes the last of its work home, four times of five; the stroke is the middle. Broken lines: shows.
        Grey: holidays.
      </p>
      <div class="lists">
        <section aria-labelledby="cones">
          <h2 id="cones">Loads by cone</h2>
          <ul>
            <li v-for="l in term.loads" :key="firingSaid(l)">
              <b>{{ firingSaid(l) }}</b>
              <template v-if="l.fires">: {{ countSaid(l.count) }} loads for {{ l.pieces }} pieces</template>
              <template v-else>: no kiln in use is fired so, for {{ l.pieces }} pieces</template>
            </li>
          </ul>
          <p class="soft basis">
            {{ learned }} The term was gone through {{ term.courses }} times, with the pace that each class
            had; four of five times it lay within what is said.
          </p>
        </section>
        <section aria-labelledby="next">
          <h2 id="next">The next ones, as they may come</h2>
          <ol>
            <li v-for="(l, n) in term.course.slice(0, 6)" :key="n">
              <b>{{ dayName(l.lit) }}</b> {{ l.kiln }}, {{ firingSaid(l) }}, {{ l.pieces }} pieces
              <span class="soft">{{ l.classes.join(", ") }}</span>
            </li>
          </ol>
        </section>
        <section aria-labelledby="homes">
          <h2 id="homes">Home</h2>
          <ul>
            <li v-for="h in term.homes" :key="h.class">
              <b>{{ h.name }}</b> {{ daysSaid(h.days) }} <span class="soft">{{ h.pieces }} pieces</span>
            </li>
          </ul>
        </section>
      </div>
    </template>
    <ShowForm v-if="editing" :show="editing.show" :today="term.today" @close="closed" />
  </template>
</template>

<style scoped>
.sum {
  margin-top: 6px;
  font-size: 17px;
  max-width: 70ch;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
}
.none {
  padding: 18px;
  max-width: 70ch;
}
.shows {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(380px, 1fr));
  gap: 14px;
  margin: 14px 0 20px;
  align-items: start;
}
.drawn {
  overflow-x: auto;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 12px 14px;
}
.key {
  margin-top: 6px;
  max-width: 100ch;
}
.lists {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(290px, 1fr));
  gap: 14px 28px;
  margin-top: 18px;
}
.lists li {
  border-top: 1px solid var(--line);
  padding: 5px 0;
}
.lists .soft {
  display: block;
}
.basis {
  margin-top: 8px;
}
</style>

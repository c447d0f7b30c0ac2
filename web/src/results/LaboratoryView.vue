<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import LabMatrix from "@/results/LabMatrix.vue";
import LabSpot from "@/results/LabSpot.vue";
import ResultsTabs from "@/results/ResultsTabs.vue";
import { sayStack } from "@/lib/stack";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { useKeys } from "@/ui/useKeys";

/** What plans ask for and nobody has fired, who would try it, and the matrix as it fills. */
const session = useSession();
const screen = useScreen();
const teaches = computed(() => session.data.value?.role === "teacher");
const changed = useChanged();
const lab = useAsk(queries.laboratory());
const blanks = computed(() => lab.data.value?.blanks ?? []);
const open = computed(() => lab.data.value?.offers.filter((o) => !o.declined) ?? []);
const declined = computed(() => lab.data.value?.offers.filter((o) => o.declined) ?? []);
const matrices = computed(() => lab.data.value?.matrices ?? []);
const all = computed(() => matrices.value.reduce((n, m) => n + m.asked, 0));
const back = computed(() => matrices.value.reduce((n, m) => n + m.back, 0));
const running = computed(() => matrices.value.reduce((n, m) => n + m.running, 0));
const opened = ref<Schemas["LabCell"]>();
/** The cell that is open stays it when something came back. */
watch(matrices, (now) => {
  const key = opened.value && JSON.stringify(opened.value.stack);
  if (key) opened.value = now.flatMap((m) => m.cells).find((c) => JSON.stringify(c.stack) === key);
});
const where = (b: Schemas["Blank"]) =>
  `${b.clay}${b.textured ? ", textured" : ""}, cone ${b.cone}${b.atmosphere === "reduction" ? ", reduction" : ""}`;
async function offer() {
  const made = await attempt(
    answer(api.POST("/results/laboratory", { body: { class: screen.classId || undefined } })),
  );
  if (!made) return;
  say(
    made.length === 1
      ? `Offered to ${made[0]!.who}: the tablet asks.`
      : `Offered to ${made.length} students: their tablets ask them.`,
  );
  await changed("own");
}
async function remove(o: Schemas["Offered"]) {
  const gone = await attempt(
    answer(api.DELETE("/pieces/{id}/experiment", { params: { path: { id: o.piece } } })).then(() => true),
  );
  if (gone) await changed("own");
}
useKeys({ o: () => teaches.value && void offer() });
</script>

<template>
  <div class="head">
    <div>
      <h1>The class as a laboratory</h1>
      <p class="soft num">
        {{ back }} of {{ all }} stacks that were asked for came back; {{ running }} on the way. Each is tried
        on two pieces.
      </p>
    </div>
    <el-button v-if="teaches" type="primary" :disabled="!blanks.length" @click="offer">
      Offer to the willing <kbd>o</kbd>
    </el-button>
  </div>
  <ResultsTabs />
  <div v-if="all" class="lab">
    <div class="matrices">
      <LabMatrix
        v-for="m in matrices"
        :key="m.clay + m.cone + m.atmosphere + m.textured"
        :of="m"
        @open="opened = $event"
      />
    </div>
    <aside>
      <LabSpot v-if="opened" :of="opened" @close="opened = undefined" />
      <section class="sheet" aria-labelledby="asked">
        <h2 id="asked">Planned most, never fired</h2>
        <ol>
          <li v-for="b in blanks.slice(0, 8)" :key="where(b) + sayStack(b.stack)">
            <b>{{ sayStack(b.stack) }}</b>
            <span class="num"
              >{{ b.pieces }} {{ b.pieces === 1 ? "plan" : "plans"
              }}{{ b.running ? `, ${b.running} of 2 given` : "" }}</span
            >
            <span class="soft">{{ b.name }}{{ matrices.length > 1 ? `, on ${where(b)}` : "" }}</span>
          </li>
        </ol>
        <p v-if="blanks.length > 8" class="soft num">And {{ blanks.length - 8 }} more in the matrix.</p>
        <p v-if="!blanks.length">Every stack that is planned was fired already.</p>
        <p class="soft num">
          {{ lab.data.value?.willing || "No" }}
          {{ lab.data.value?.willing === 1 ? "student" : "students" }} would try one, said at a tablet under
          wishes. Nobody is offered what is off the wishes, touches food, comes too low, or empties a jar.
        </p>
      </section>
      <section v-if="open.length || declined.length" class="sheet" aria-labelledby="offers">
        <h2 id="offers">Offered</h2>
        <ul>
          <li v-for="o in [...open, ...declined]" :key="o.piece">
            <span
              ><PlaceLink :to="`/plan/${o.piece}`">{{ o.who }}</PlaceLink
              >, {{ o.surface }}: <b>{{ sayStack(o.stack) }}</b>
              <span class="soft">{{ o.declined ? " declined" : " not answered yet" }}</span></span
            >
            <el-button
              v-if="teaches"
              size="small"
              text
              :aria-label="`Remove the offer to ${o.who}`"
              @click="remove(o)"
              >Remove</el-button
            >
          </li>
        </ul>
      </section>
    </aside>
  </div>
  <p v-else-if="!lab.isPending.value" class="empty">
    Every stack that is planned has a tile, or nothing is planned yet. Stacks come here that somebody plans
    and nobody has fired.
  </p>
</template>

<style scoped>
.lab {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 18px;
  align-items: start;
}
.matrices,
aside {
  display: grid;
  gap: 16px;
}
aside .sheet {
  padding: 10px 14px 12px;
}
aside h2 {
  margin: 0 0 4px;
  font-size: 17px;
}
aside li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  justify-content: space-between;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
aside li > .soft {
  width: 100%;
  line-height: 1.25;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
@media (max-width: 1100px) {
  .lab {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

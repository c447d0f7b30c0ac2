<script setup lang="ts">
import { computed } from "vue";
import { answer, api } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { byTable, nextOf, tableSays, taskSays, waitSays, waitUntil } from "@/lib/route";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { usePours } from "@/lessons/usePours";
import { useTicks } from "@/lessons/useTicks";
import { useKeys } from "@/ui/useKeys";

/** A lesson that runs: who waits for what, who has nothing to do, what will not be finished. */
const props = defineProps<{ lesson: string }>();
const query = useAsk(computed(() => queries.route(props.lesson)));
const route = computed(() => query.data.value);
const turns = computed(() => route.value?.turns ?? []);
const waiting = computed(() => turns.value.filter((t) => t.waits));
const idle = computed(() => turns.value.filter((t) => !t.tasks.length && !t.unsure));
const atWork = computed(() => turns.value.filter((t) => t.tasks.length && !t.waits));
const tables = computed(() => byTable(turns.value.filter((t) => t.tasks.length)));
const planless = computed(() => turns.value.filter((t) => !t.tasks.length && t.unsure));
/** By piece; who lacks least is helped most by a minute. */
const torn = computed(() =>
  [...Map.groupBy(route.value?.torn ?? [], (t) => t.piece).values()]
    .map((of) => ({
      piece: of[0]!.piece,
      student: of[0]!.student,
      surfaces: of.map((t) => t.surface.toLowerCase()).join(", "),
      coats: of.reduce((n, t) => n + t.later, 0),
    }))
    .sort((a, b) => a.coats - b.coats),
);
const shown = 6;
const extras = computed(() => route.value?.extras);

const { ticked, tick } = useTicks(() => props.lesson);
const pour = usePours(() => props.lesson);
/** What tables asked for and nobody has poured yet. */
const more = computed(() =>
  [...ticked.value.keys()]
    .filter((item) => item.startsWith("more:"))
    .map((item) => {
      const at = item.indexOf("@");
      return { item, code: item.slice(5, at), table: item.slice(at + 1) };
    }),
);
async function refill(m: { item: string; code: string }) {
  if (await pour(m.code, route.value!.cupML / 4)) await tick([m.item], false);
}

const changed = useChanged();
async function release() {
  const e = extras.value;
  if (!e?.pieces || (!e.held && !e.released)) return;
  const released = e.held;
  for (const id of route.value!.lesson.classes)
    await attempt(answer(api.PUT("/classes/{id}/extras", { params: { path: { id } }, body: { released } })));
  say(released ? "The class may lay its extras." : "Extras wait again.");
  await changed("assignment");
}
useKeys({ x: () => void release() });
</script>

<template>
  <section v-if="route" class="sheet" aria-labelledby="now">
    <h2 id="now">
      Right now <span class="soft num">{{ atWork.length }} at work</span>
    </h2>
    <div class="three num">
      <div>
        <h3>
          Waiting <span>{{ waiting.length || "" }}</span>
        </h3>
        <ul>
          <li v-for="t in waiting" :key="t.student">
            <b>{{ t.name }}</b> {{ waitSays(t) }}, until {{ waitUntil(t) }}
          </li>
        </ul>
        <p v-if="!waiting.length" class="soft">Nobody waits.</p>
      </div>
      <div>
        <h3>
          Nothing to do <span>{{ idle.length || "" }}</span>
        </h3>
        <p v-if="idle.length">{{ idle.map((t) => t.name).join(", ") }}</p>
        <p v-else class="soft">Everybody has something to do.</p>
        <p v-if="planless.length" class="soft">No plan yet: {{ planless.map((t) => t.name).join(", ") }}</p>
        <p v-if="extras?.pieces && (extras.held || extras.released)" class="extras">
          {{ extras.laid }} of {{ extras.pieces }} {{ extras.pieces === 1 ? "piece has" : "pieces have" }} all
          but the extras on.
          <el-button size="small" @click="release"
            >{{ extras.held ? "Release extras" : "Stop extras" }} <kbd>x</kbd></el-button
          >
        </p>
      </div>
      <div>
        <h3>
          Will not be finished today <span>{{ torn.length || "" }}</span>
        </h3>
        <ul>
          <li v-for="t in torn.slice(0, shown)" :key="t.piece">
            <PlaceLink :to="`/plan/${t.piece}`">{{ t.student }}</PlaceLink> {{ t.surfaces }}: {{ t.coats }}
            {{ t.coats === 1 ? "coat" : "coats" }} left over
          </li>
        </ul>
        <p v-if="torn.length > shown" class="soft">and {{ torn.length - shown }} more</p>
        <p v-if="!torn.length" class="soft">Every surface that is begun is finished.</p>
      </div>
    </div>
    <ul v-if="more.length" class="more num">
      <li v-for="m in more" :key="m.item">
        <b>▲ {{ m.code }}</b> is asked for at {{ m.table ? tableSays(m.table) : "a table" }}
        <el-button size="small" @click="refill(m)"
          >Add ¼ cup<span class="visually-hidden"> of {{ m.code }}</span></el-button
        >
        <el-button size="small" text @click="tick([m.item], false)"
          >Done<span class="visually-hidden"> with {{ m.code }}</span></el-button
        >
      </li>
    </ul>
    <details>
      <summary>By table</summary>
      <div class="tables num">
        <div v-for="[table, list] in tables" :key="table">
          <h3>{{ table ? tableSays(table) : "At no table" }}</h3>
          <ul>
            <li v-for="t in list" :key="t.student">
              <b>{{ t.name }}</b> {{ t.waits ? `waits until ${waitUntil(t)}: ` : ""
              }}{{ taskSays(t.tasks[0]!)
              }}<span v-if="nextOf(t)" class="soft"> then {{ taskSays(nextOf(t)!) }}</span>
            </li>
          </ul>
        </div>
      </div>
    </details>
  </section>
</template>

<style scoped>
.sheet {
  padding: 12px 16px;
  margin-bottom: 20px;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 20px;
  margin-top: 6px;
}
h3 span {
  font-weight: 640;
}
li {
  padding: 2px 0;
}
.more {
  border-top: 1px solid var(--line);
  margin-top: 8px;
  padding-top: 6px;
}
.extras {
  margin-top: 8px;
}
details {
  margin-top: 8px;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
summary {
  cursor: pointer;
}
.tables {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 14px 24px;
  margin-top: 8px;
}
@media (max-width: 820px) {
  .three {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

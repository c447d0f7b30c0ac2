<script lang="ts">
import { shallowRef } from "vue";
import type { Schemas } from "@/api/client";

/** Kept while the page is open: who comes back from a piece finds the table standing where it stood. */
const kept = shallowRef<Schemas["LessonRoute"]>();
</script>

<script setup lang="ts">
import { useIntervalFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { answer, api } from "@/api/client";
import { byTable, nextOf, tableSays, taskSays, waitSays, waitUntil, type RouteTurn } from "@/lib/route";
import { useOwnTable } from "@/station/useTable";
import { useTablet } from "@/station/useStation";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** What each of a table does now, and next, and while something dries. */
const props = defineProps<{ lesson: string }>();
/** `loaded` says that it stands: what lies below it does not move any more. */
const emit = defineEmits<{ pick: [piece: string, surface?: string]; loaded: [] }>();
const station = useTablet();
const table = useOwnTable();
const route = computed(() => (kept.value?.lesson.key === props.lesson ? kept.value : undefined));
async function look() {
  try {
    kept.value = await answer(api.GET("/lessons/{key}/route", { params: { path: { key: props.lesson } } }));
  } catch {
    kept.value = undefined; // the list of names below does without it
  }
  emit("loaded");
}
watch([() => props.lesson, station.news], look, { immediate: true });
useIntervalFn(look, 60_000);

const tables = computed(() => byTable(route.value?.turns ?? []).filter(([name]) => name));
const choices = computed(() => tables.value.map(([name]) => ({ key: name, name: tableSays(name) })));
/** Where nobody said who sits where, all of the class is behind one button. */
const whole = computed(() => tables.value.length < 2);
const open = ref(false);
const own = computed(() =>
  whole.value
    ? open.value
      ? route.value?.turns
      : undefined
    : tables.value.find(([name]) => name === table.value)?.[1],
);
const pictures = computed(() => station.known.value.state?.pictures);
const raw = computed(() => new Map(station.known.value.glazes.map((g) => [g.code, g.raw])));
const pick = (t: RouteTurn) => emit("pick", t.piece, t.tasks.find((x) => x.piece === t.piece)?.at);
/** What somebody does while the first thing is waited for, or after it. */
function then(t: RouteTurn) {
  if (t.waits) return `${taskSays(t.tasks[0]!)}, at ${waitUntil(t)}`;
  const next = nextOf(t);
  return next ? `then ${taskSays(next)}` : "";
}
const now = (t: RouteTurn) =>
  t.waits
    ? `Wait: ${waitSays(t)}`
    : t.tasks[0]
      ? taskSays(t.tasks[0])
      : t.unsure
        ? "Make a plan first"
        : t.later
          ? "Enough for today"
          : "All done";
</script>

<template>
  <section v-if="route?.turns.length" class="table" aria-label="My table">
    <button v-if="whole" type="button" class="plain" :aria-expanded="open" @click="open = !open">
      List who does what
    </button>
    <p v-else-if="own" class="own">
      <b>{{ tableSays(table) }}</b>
      <button type="button" class="plain" @click="table = ''">Change table</button>
    </p>
    <template v-else>
      <p>Which table is this?</p>
      <ChoiceBar v-model="table" label="Which table is this?" :options="choices" />
    </template>
    <ul v-if="own" class="num">
      <li v-for="t in own" :key="t.student" :class="{ waits: t.waits, over: !t.tasks.length }">
        <button type="button" @click="pick(t)">
          <b
            ><span v-if="t.mark && t.mark !== t.name" class="mark" aria-hidden="true">{{ t.mark }}</span>
            {{ t.name }}</b
          >
          <span class="now">
            <i
              v-if="t.tasks[0]?.glaze"
              aria-hidden="true"
              :style="{ background: raw.get(t.tasks[0].glaze) }"
            />
            <template v-if="pictures && t.tasks[0]?.does === 'coat'">
              {{ t.tasks[0].surface }}
              <span class="tally" aria-hidden="true"><u v-for="n in t.tasks[0].nth" :key="n" /></span>
              <span class="visually-hidden">{{ now(t) }}</span>
              <template v-if="t.waits">{{ waitUntil(t) }}</template>
            </template>
            <template v-else>{{ now(t) }}</template>
          </span>
          <span v-if="then(t) && !pictures" class="then">{{ then(t) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.table {
  margin-bottom: 18px;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 10px;
  margin-top: 10px;
}
li button {
  width: 100%;
  height: 124px; /* whatever it says: nothing moves under a finger */
  overflow: hidden;
  display: grid;
  align-content: start;
  gap: 3px;
  text-align: left;
  border: 3px solid var(--ink);
  background: var(--paper);
  padding: 8px 14px;
  font-size: 18px;
  cursor: pointer;
}
.waits button {
  border-style: dashed;
}
.over button {
  border: 2px solid var(--line-strong);
}
.mark {
  font-size: 24px;
  margin-right: 6px;
}
.own {
  display: flex;
  gap: 14px;
  align-items: center;
  font-size: 20px;
}
.now {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 20px;
}
i {
  width: 22px;
  height: 22px;
  border-radius: 50%;
  border: 1px solid #777;
  flex: none;
}
.tally {
  display: inline-flex;
  gap: 4px;
}
u {
  width: 10px;
  height: 24px;
  border: 2px solid var(--ink);
  border-radius: 5px 4px 6px 4px;
}
.then {
  color: var(--soft);
  font-size: 16px;
}
</style>

<script setup lang="ts">
import { useIntervalFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { byTable, tableSays, taskSays, waitSays, waitUntil, type RouteTurn } from "@/lib/route";
import { useOwnTable } from "@/station/useTable";
import { useTablet } from "@/station/useStation";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** What each of a table does now, and next, and while something dries. */
const props = defineProps<{ lesson: string }>();
const emit = defineEmits<{ pick: [piece: string] }>();
const station = useTablet();
const table = useOwnTable();
const route = ref<Schemas["LessonRoute"]>();
async function look() {
  try {
    route.value = await answer(api.GET("/lessons/{key}/route", { params: { path: { key: props.lesson } } }));
  } catch {
    route.value = undefined; // the list of names below does without it
  }
}
watch([() => props.lesson, station.news], look, { immediate: true });
useIntervalFn(look, 60_000);

const tables = computed(() => byTable(route.value?.turns ?? []).filter(([name]) => name));
const choices = computed(() => tables.value.map(([name]) => ({ key: name, name: tableSays(name) })));
const own = computed(() => tables.value.find(([name]) => name === table.value)?.[1]);
const raw = computed(() => new Map(station.known.value.glazes.map((g) => [g.code, g.raw])));
const pieceOf = (t: RouteTurn) =>
  t.tasks.find((x) => x.piece)?.piece ??
  station.known.value.pieces.find((p) => p.student === t.name || p.mark === t.mark)?.id;
function open(t: RouteTurn) {
  const piece = pieceOf(t);
  if (piece) emit("pick", piece);
}
/** What somebody does while the first thing is waited for, or after it. */
function then(t: RouteTurn) {
  if (t.waits) return `${taskSays(t.tasks[0]!)}, at ${waitUntil(t)}`;
  return t.tasks[1] ? `then ${taskSays(t.tasks[1])}` : "";
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
  <section v-if="tables.length > 1" class="table" aria-label="My table">
    <p v-if="own" class="own">
      <b>{{ tableSays(table) }}</b>
      <button type="button" class="plain" @click="table = ''">Change table</button>
    </p>
    <ChoiceBar v-else v-model="table" label="Which table is this?" :options="choices" />
    <ul v-if="own" class="num">
      <li v-for="t in own" :key="t.student" :class="{ waits: t.waits, over: !t.tasks.length }">
        <button type="button" :disabled="!pieceOf(t)" @click="open(t)">
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
            {{ now(t) }}
          </span>
          <span v-if="then(t)" class="then">{{ then(t) }}</span>
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
  min-height: 96px;
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
.then {
  color: var(--soft);
  font-size: 16px;
}
</style>

<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { clearingOf, cupsSay, quarters } from "@/lib/clearing";
import { tableSays } from "@/lib/route";
import StationHalf from "@/station/StationHalf.vue";
import StationTick from "@/station/StationTick.vue";
import { useOwnTable } from "@/station/useTable";
import { useLesson } from "@/station/useLesson";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** Before the bell: half coats are asked for, then what came out comes back, then pieces go to their places. */
const props = defineProps<{ lesson: string }>();
const emit = defineEmits<{ pick: [piece: string] }>();
const close = ref<Schemas["CloseLesson"]>();
async function look() {
  close.value = await answer(api.GET("/lessons/{key}/close", { params: { path: { key: props.lesson } } }));
}
const { ticked, tick, put, pour, trouble } = useLesson(() => props.lesson, look);
const table = useOwnTable();
const lists = computed(() => close.value && clearingOf(close.value));
const tables = computed(() => lists.value?.tables ?? []);
const choices = computed(() => tables.value.map((t) => ({ key: t.name, name: tableSays(t.name) })));
const mine = computed(() =>
  tables.value.length > 1 ? tables.value.filter((t) => t.name === table.value) : tables.value,
);
const asked = computed(() => mine.value.flatMap((t) => t.asked).filter((a) => !ticked.value.has(a.item)));
const tools = computed(() => mine.value.flatMap((t) => t.tools));
const places = computed(() => mine.value.flatMap((t) => t.places));
const room = computed(() => lists.value?.jars ?? []);
const left = computed(() => [...room.value, ...tools.value].filter((l) => !ticked.value.has(l.item)).length);
async function answered(item: string) {
  await put([item], true);
  await look();
}
</script>

<template>
  <section class="clearing" aria-labelledby="clearing">
    <h2 id="clearing">
      Clear up now <span v-if="lists" class="num">{{ left ? `${left} left` : "all done" }}</span>
    </h2>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <template v-if="close && lists">
      <ChoiceBar v-if="tables.length > 1" v-model="table" label="Which table is this?" :options="choices" />
      <template v-if="asked.length">
        <h3>1. Is a coat half done?</h3>
        <StationHalf
          v-for="a in asked"
          :key="a.item"
          :ask="a"
          @answered="answered(a.item)"
          @other="emit('pick', a.piece)"
        />
      </template>
      <template v-if="tools.length">
        <h3>{{ asked.length ? "2. " : "" }}What came out comes back</h3>
        <ul>
          <StationTick
            v-for="t in tools"
            :key="t.item"
            :name="t.name"
            :why="t.why"
            :done="ticked.has(t.item)"
            @tick="tick(t.item)"
          />
        </ul>
      </template>
      <h3>The room's jars{{ lists.brushes.length ? " and brushes" : "" }}</h3>
      <p v-if="lists.brushes.length" class="brushes">
        <button
          v-for="b in lists.brushes"
          :key="b.item"
          type="button"
          role="checkbox"
          class="plain num"
          :aria-checked="ticked.has(b.item)"
          :aria-label="`${b.name}, ${b.why}`"
          @click="tick(b.item)"
        >
          {{ b.numbers![0] }}
        </button>
      </p>
      <ul>
        <StationTick
          v-for="j in room"
          :key="j.item"
          :name="j.name"
          :why="j.why"
          :done="ticked.has(j.item)"
          @tick="tick(j.item)"
        />
      </ul>
      <ul v-if="close.poured.length" class="leftovers num">
        <li v-for="p in close.poured" :key="p.code">
          <b>{{ p.code }}</b>
          <template v-if="p.back">clean leftover is back in the jar</template>
          <template v-else>
            clean leftover:
            <button
              v-for="q in quarters(p.ml, p.cupML)"
              :key="q"
              type="button"
              class="plain"
              :aria-label="`${cupsSay(q)} of a cup of ${p.code} came back clean`"
              @click="pour(p.code, -q * p.cupML)"
            >
              {{ cupsSay(q) }}
            </button>
            <span class="soft">of a cup; tinted glaze does not go back</span>
          </template>
        </li>
      </ul>
      <template v-if="places.length">
        <h3>Last: every piece to its place</h3>
        <ul>
          <StationTick
            v-for="p in places"
            :key="p.item"
            :name="`${p.student}, ${p.title}`"
            :why="`${p.place === 'ready' ? 'to the ready shelf' : 'to its own place'}. ${p.why}`"
            :done="ticked.has(p.item)"
            @tick="tick(p.item)"
          />
        </ul>
      </template>
    </template>
  </section>
</template>

<style scoped>
.clearing {
  border: 4px solid var(--ink);
  background: var(--paper);
  padding: 10px 14px;
  margin-bottom: 16px;
}
h2 {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
  font-size: 24px;
}
h3 {
  margin-top: 16px;
  font-size: 20px;
}
.brushes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 8px 0;
}
.brushes button {
  min-width: 56px;
  padding: 4px;
}
.brushes button[aria-checked="true"] {
  border-color: var(--line-strong);
  color: var(--soft);
  text-decoration: line-through;
}
.leftovers li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  min-height: 60px;
  border-top: 1px solid var(--line);
}
.leftovers button {
  min-width: 56px;
}
</style>

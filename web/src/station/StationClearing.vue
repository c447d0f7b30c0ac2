<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { clearingOf } from "@/lib/clearing";
import { tableSays } from "@/lib/route";
import StationHalf from "@/station/StationHalf.vue";
import StationTicks from "@/station/StationTicks.vue";
import { useOwnTable } from "@/station/useTable";
import { useLesson } from "@/station/useLesson";
import LeftoverLine from "@/ui/LeftoverLine.vue";
import NumberChips from "@/ui/NumberChips.vue";
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
const places = computed(() =>
  mine.value
    .flatMap((t) => t.places)
    .map((p) => ({
      item: p.item,
      name: `${p.student}, ${p.title}`,
      why: `${p.place === "ready" ? "to the ready shelf" : "to its own place"}. ${p.why}`,
    })),
);
const left = computed(
  () => [...(lists.value?.jars ?? []), ...tools.value].filter((l) => !ticked.value.has(l.item)).length,
);
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
        <StationTicks :lines="tools" :ticked="ticked" @tick="tick" />
      </template>
      <h3>The room's jars{{ lists.brushes.length ? " and brushes" : "" }}</h3>
      <NumberChips v-if="lists.brushes.length" :tools="lists.brushes" :ticked="ticked" @tick="tick" />
      <StationTicks :lines="lists.jars" :ticked="ticked" @tick="tick" />
      <ul v-if="close.poured.length">
        <LeftoverLine v-for="p in close.poured" :key="p.code" :poured="p" @pour="(ml) => pour(p.code, ml)" />
      </ul>
      <template v-if="places.length">
        <h3>Last: every piece to its place</h3>
        <StationTicks :lines="places" :ticked="ticked" @tick="tick" />
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
</style>

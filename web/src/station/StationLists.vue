<script setup lang="ts">
import { useIntervalFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useNow } from "@/lib/useNow";
import { useTablet } from "@/station/useStation";
import { mL } from "@/ui/figures";

/** The lists of the lesson that runs, ticked at a table: what is put out, and before the bell what comes back. */
const props = defineProps<{ lesson: string; clearing: string }>();
const station = useTablet();
const now = useNow(station.skew);
const before = ref<Schemas["BeforeLesson"]>();
const close = ref<Schemas["CloseLesson"]>();
const ticks = ref<Schemas["LessonTick"][]>([]);
const open = ref(false);
const trouble = ref("");
const clearingUp = computed(() => now.value >= Date.parse(props.clearing));
const path = computed(() => ({ params: { path: { key: props.lesson } } }));
async function look() {
  try {
    if (clearingUp.value) close.value = await answer(api.GET("/lessons/{key}/close", path.value));
    else if (open.value) before.value = await answer(api.GET("/lessons/{key}/before", path.value));
    if (clearingUp.value || open.value)
      ticks.value = await answer(api.GET("/lessons/{key}/ticks", path.value));
    trouble.value = "";
  } catch (error) {
    trouble.value = (error as Error).message;
  }
}
watch([clearingUp, open, () => props.lesson, station.news], look, { immediate: true });
useIntervalFn(look, 30_000);
interface Line {
  item: string;
  name: string;
  why: string;
}
const lines = computed<Line[]>(() => {
  if (clearingUp.value) return close.value?.back ?? [];
  const b = before.value;
  if (!b) return [];
  const glazes = b.glazes.map((g) => ({
    item: g.item,
    name: `${g.code} ${g.name}`,
    why: [`${mL(g.ml)}, ${g.cups} ${g.cups > 1 ? "cups" : "cup"}`, g.look, g.place]
      .filter(Boolean)
      .join(", "),
  }));
  return [...glazes, ...b.tools.map((t) => ({ item: t.item, name: `${t.count} × ${t.name}`, why: t.why }))];
});
const ticked = computed(() => new Set(ticks.value.map((t) => t.item)));
const left = computed(() => lines.value.filter((l) => !ticked.value.has(l.item)).length);
async function tick(item: string) {
  const body = { items: [item], done: !ticked.value.has(item) };
  try {
    ticks.value = await answer(api.PUT("/lessons/{key}/ticks", { ...path.value, body }));
    trouble.value = "";
  } catch (error) {
    trouble.value = (error as Error).message;
  }
}
</script>

<template>
  <section class="lists" :class="{ now: clearingUp }" aria-labelledby="lists">
    <h2 id="lists">
      <template v-if="clearingUp">Clear up now</template>
      <button v-else type="button" :aria-expanded="open" @click="open = !open">List what is put out</button>
      <span v-if="lines.length" class="num">{{ left ? `${left} left` : "all done" }}</span>
    </h2>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <p v-if="clearingUp && close?.halves.length">
      <b>Half a coat?</b>
      <span v-for="h in close.halves" :key="h.piece + h.surface"
        >{{ h.student }}, {{ h.surface }}: {{ h.rest }} to go.
      </span>
    </p>
    <p v-else-if="clearingUp" class="soft">
      Is a coat only half done? Open the piece and log which half, so that next time begins there.
    </p>
    <ul v-if="clearingUp || open">
      <li v-for="l in lines" :key="l.item">
        <button
          type="button"
          role="checkbox"
          :aria-checked="ticked.has(l.item)"
          :aria-label="`${l.name}: ${l.why}`"
          @click="tick(l.item)"
        >
          <i aria-hidden="true">{{ ticked.has(l.item) ? "▣" : "▢" }}</i>
        </button>
        <span
          ><b>{{ l.name }}</b> {{ l.why }}</span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.lists {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 10px 14px;
  margin-bottom: 16px;
}
.now {
  border: 4px solid var(--ink);
}
h2 {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
}
h2 button {
  font: inherit;
  border: 0;
  background: none;
  text-decoration: underline;
  min-height: 44px;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 52px 1fr;
  align-items: center;
  border-top: 1px solid var(--line);
}
li button {
  border: 0;
  background: none;
  min-height: 52px;
  font-size: 26px;
}
i {
  font-style: normal;
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import StationTicks from "@/station/StationTicks.vue";
import { useLesson } from "@/station/useLesson";
import { spans } from "@/lib/clearing";
import { pouredBy } from "@/lib/pouring";
import { mL } from "@/ui/figures";

/** What is put out for the lesson that runs, ticked as it stands there: ticked glaze is poured, and has left its jar. */
const props = defineProps<{ lesson: string }>();
const before = ref<Schemas["BeforeLesson"]>();
const open = ref(false);
async function look() {
  if (open.value)
    before.value = await answer(
      api.GET("/lessons/{key}/before", { params: { path: { key: props.lesson } } }),
    );
}
const { ticked, put, pour, again, trouble } = useLesson(() => props.lesson, look);
watch(open, () => again());
interface Line {
  item: string;
  /** What is ticked with it. */
  more?: string[];
  name: string;
  why: string;
  glaze?: Schemas["PutOutGlaze"];
}
const lines = computed<Line[]>(() => {
  const b = before.value;
  if (!b) return [];
  const glazes = b.glazes.map((g) => ({
    item: g.item,
    name: `${g.code} ${g.name}`,
    why: [`${mL(g.ml)}, ${g.cups} ${g.cups > 1 ? "cups" : "cup"}`, g.look, g.place]
      .filter(Boolean)
      .join(", "),
    glaze: g,
  }));
  const tools = b.tools.map((t) => ({
    item: t.item,
    more: (t.numbers ?? []).map((n) => `brush:${n}`),
    name: `${t.count} × ${t.name}${t.numbers ? `, nos ${spans(t.numbers)}` : ""}`,
    why: t.why,
  }));
  return [...glazes, ...tools];
});
const left = computed(() => lines.value.filter((l) => !ticked.value.has(l.item)).length);
async function tick(item: string) {
  const line = lines.value.find((l) => l.item === item)!;
  const done = !ticked.value.has(item);
  await put([item, ...(line.more ?? [])], done);
  const ml = line.glaze && pouredBy(line.glaze, done);
  if (ml !== undefined) await pour(line.glaze!.code, ml);
}
</script>

<template>
  <section class="lists fold" aria-labelledby="lists">
    <h2 id="lists">
      <button type="button" :aria-expanded="open" @click="open = !open">List what is put out</button>
      <span v-if="lines.length" class="num">{{ left ? `${left} left` : "all done" }}</span>
    </h2>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <StationTicks v-if="open" :lines="lines" :ticked="ticked" @tick="tick" />
  </section>
</template>

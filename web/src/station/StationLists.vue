<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import StationTick from "@/station/StationTick.vue";
import { useLesson } from "@/station/useLesson";
import { spans } from "@/lib/clearing";
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
  items: string[];
  name: string;
  why: string;
  glaze?: Schemas["PutOutGlaze"];
}
const lines = computed<Line[]>(() => {
  const b = before.value;
  if (!b) return [];
  const glazes = b.glazes.map((g) => ({
    items: [g.item],
    name: `${g.code} ${g.name}`,
    why: [`${mL(g.ml)}, ${g.cups} ${g.cups > 1 ? "cups" : "cup"}`, g.look, g.place]
      .filter(Boolean)
      .join(", "),
    glaze: g,
  }));
  const tools = b.tools.map((t) => ({
    items: [t.item, ...(t.numbers ?? []).map((n) => `brush:${n}`)],
    name: `${t.count} × ${t.name}${t.numbers ? `, nos ${spans(t.numbers)}` : ""}`,
    why: t.why,
  }));
  return [...glazes, ...tools];
});
const left = computed(() => lines.value.filter((l) => !ticked.value.has(l.items[0]!)).length);
async function tick(line: Line) {
  const done = !ticked.value.has(line.items[0]!);
  await put(line.items, done);
  const g = line.glaze;
  if (!g || g.look === "bucket" || g.look === "bottle") return;
  if (done && !g.poured) await pour(g.code, g.cups * g.cupML);
  if (!done && g.poured) await pour(g.code, 0);
}
</script>

<template>
  <section class="lists fold" aria-labelledby="lists">
    <h2 id="lists">
      <button type="button" :aria-expanded="open" @click="open = !open">List what is put out</button>
      <span v-if="lines.length" class="num">{{ left ? `${left} left` : "all done" }}</span>
    </h2>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <ul v-if="open">
      <StationTick
        v-for="l in lines"
        :key="l.items[0]"
        :name="l.name"
        :why="l.why"
        :done="ticked.has(l.items[0]!)"
        @tick="tick(l)"
      />
    </ul>
  </section>
</template>

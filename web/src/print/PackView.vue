<script setup lang="ts">
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import { queries } from "@/lib/queries";
import { useAsk, useAskEach } from "@/lib/useAsk";
import BoxNote, { type Packed } from "@/print/BoxNote.vue";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { dateAndClock } from "@/ui/moments";

/** What goes home with a class: a label and a packing note for every box, finished pieces or those that are glazed at home. */
const route = useRoute();
const key = computed(() => String(route.params.key));
const { print } = usePaper();
const lesson = useAsk(computed(() => queries.before(key.value)));
const pieces = useAsk(queries.pieces(""));
const assignments = useAsk(queries.assignments());
const what = ref<"glaze" | "keep">("glaze");
const each = ref(6);
const mine = computed(() =>
  (pieces.data.value?.pieces ?? []).filter((p) => lesson.data.value?.lesson.classes.includes(p.class)),
);
const going = computed(() =>
  mine.value.filter((p) =>
    what.value === "keep" ? p.unloaded && p.fired : !p.fired && p.surfaces.some((s) => s.left.length),
  ),
);
/** What each takes along, from the plans: asked for by assignment. */
const shown = computed(() => [...new Set(going.value.map((p) => p.assignment))]);
const kits = useAskEach({ queries: computed(() => shown.value.map((id) => queries.kit(id))) });
const kitOf = (id: string) => kits.value.flatMap((k) => k.data?.pieces ?? []).find((k) => k.id === id);
const titles = computed(() => new Map(assignments.data.value?.map((a) => [a.id, a.name])));
const boxes = computed(() => {
  const all: Packed[] = going.value.map((p) => ({
    id: p.id,
    student: p.student,
    mark: p.mark,
    title: titles.value.get(p.assignment) ?? p.title,
    bandMM: p.bandMM,
    kit: what.value === "glaze" ? kitOf(p.id) : undefined,
  }));
  const n = Math.max(1, each.value);
  return Array.from({ length: Math.ceil(all.length / n) }, (_, i) => all.slice(i * n, i * n + n));
});
const choices = [
  { key: "glaze", name: "To be glazed at home" },
  { key: "keep", name: "Fired, to keep" },
] as const;
</script>

<template>
  <template v-if="lesson.data.value">
    <div class="head screen">
      <div>
        <p class="soft"><PlaceLink :to="`/lessons/${key}/before`">Before the first brush</PlaceLink></p>
        <h1>To take home</h1>
        <p class="soft num">
          {{ lesson.data.value.lesson.names }}, {{ dateAndClock(lesson.data.value.lesson.begins) }}:
          {{ going.length }} pieces in {{ boxes.length }} {{ boxes.length === 1 ? "box" : "boxes" }}.
        </p>
      </div>
      <div class="acts">
        <ChoiceBar v-model="what" label="What goes home" :options="choices" />
        <label
          >in a box
          <el-input-number v-model="each" :min="1" :max="40" :controls="false" aria-label="Pieces in a box"
        /></label>
        <PaperChoice />
        <el-button type="primary" @click="print">Print</el-button>
      </div>
    </div>
    <p v-if="!going.length" class="sheet none">
      {{
        what === "keep"
          ? "No fired piece of this class waits to go home."
          : "No piece of this class has a coat to come."
      }}
    </p>
    <BoxNote
      v-for="(box, i) in boxes"
      :key="i"
      :pieces="box"
      :names="lesson.data.value.lesson.names"
      :begins="lesson.data.value.lesson.begins"
      :box="i + 1"
      :of="boxes.length"
    />
  </template>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
}
.acts .el-input-number {
  width: 60px;
}
.none {
  padding: 22px;
}
</style>

<script setup lang="ts">
import { computed, watch } from "vue";
import type { Schemas } from "@/api/client";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** Who makes an assignment: the whole class, or students who are chosen, with as many pieces each as is said. */
export interface Makers {
  /** Only who is chosen, once somebody is. */
  some: boolean;
  students: string[];
  each: number;
}
const makers = defineModel<Makers>({ required: true });
const props = defineProps<{
  of: Schemas["Class"];
  /** Nobody asks: the class has it already, and students are chosen. */
  chosen?: boolean;
}>();
const whos = [
  { key: "all", name: "the whole class" },
  { key: "some", name: "chosen students" },
];
const here = computed(() => props.of.students.filter((s) => !s.left));
const who = computed({
  get: () => (makers.value.some ? "some" : "all"),
  set: (who) => (makers.value = { ...makers.value, some: who === "some", students: [] }),
});
watch(
  () => props.of.id,
  () => (makers.value = { ...makers.value, students: [] }),
);
const students = computed({
  get: () => makers.value.students,
  set: (students) => (makers.value = { ...makers.value, students }),
});
const each = computed({
  get: () => makers.value.each,
  set: (each: number | undefined) => (makers.value = { ...makers.value, each: each ?? 1 }),
});
const called = (s: Schemas["Student"]) => (s.mark ? `${s.name} ${s.mark}` : s.name);
</script>

<template>
  <div class="makers">
    <ChoiceBar v-if="!chosen" v-model="who" label="Who makes it" :options="whos" joined />
    <el-select
      v-if="who === 'some'"
      v-model="students"
      multiple
      filterable
      placeholder="Choose students"
      aria-label="Students who make it"
    >
      <el-option v-for="s in here" :key="s.id" :value="s.id" :label="called(s)" />
    </el-select>
    <label>
      Pieces each
      <el-input-number v-model="each" name="each" :min="1" :max="12" :precision="0" :controls="false" />
    </label>
    <p class="soft num">
      <template v-if="who === 'all'">{{ here.length }} students</template>
      <template v-else>{{ students.length }} of {{ here.length }} students</template>, clay {{ of.clay }},
      cone
      {{ of.cone }}
    </p>
  </div>
</template>

<style scoped>
.makers {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.el-select {
  flex: 1 1 100%;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  font-weight: 600;
}
.el-input-number {
  width: 64px;
}
</style>

<script setup lang="ts">
import { refDebounced } from "@vueuse/core";
import { ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";

/**
 * Names of a class, one a line or as cells of a spreadsheet, and what was understood: each with a
 * mark proposed that nobody in the class has, which can be typed over.
 */
const props = defineProps<{ classId?: string }>();
const students = defineModel<Schemas["NewStudent"][]>({ required: true });
const text = ref("");
const refused = ref<string[]>([]);
const settled = refDebounced(text, 250);
let asked = 0;
watch(settled, async () => {
  const mine = ++asked;
  const body = { text: settled.value, ...(props.classId ? { class: props.classId } : {}) };
  const read = await answer(api.POST("/names", { body })).catch((e: Error) => ({
    students: [],
    refused: [e.message],
  }));
  if (mine !== asked) return; // more was typed meanwhile
  students.value = read.students;
  refused.value = read.refused;
});
</script>

<template>
  <div class="names">
    <label>
      <span>Names, one a line, or cells pasted from a spreadsheet</span>
      <textarea v-model="text" rows="9" name="names" spellcheck="false" placeholder="Ilo N.&#10;Oda K." />
    </label>
    <div aria-live="polite">
      <p class="num">
        <b>{{ students.length }}</b> {{ students.length === 1 ? "student" : "students" }}. A mark is scratched
        into the clay.
      </p>
      <ul v-if="refused.length" class="refused">
        <li v-for="r in refused" :key="r">✕ {{ r }}</li>
      </ul>
      <ol>
        <li v-for="(s, i) in students" :key="i">
          <span>{{ s.name }}</span>
          <input v-model.trim="s.mark" maxlength="12" :aria-label="`Mark of ${s.name}`" />
        </li>
      </ol>
    </div>
  </div>
</template>

<style scoped>
.names {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
label span {
  display: block;
  font-weight: 600;
  margin-bottom: 4px;
}
textarea {
  width: 100%;
  font: inherit;
  padding: 8px;
  border: 1px solid var(--line-strong);
  resize: vertical;
}
ol {
  max-height: 210px;
  overflow: auto;
  margin-top: 6px;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
}
ol span {
  flex: 1;
}
ol input {
  width: 70px;
  font: inherit;
  font-weight: 600;
  padding: 2px 6px;
  border: 1px solid var(--line-strong);
}
.refused {
  border: 2px solid var(--ink);
  padding: 4px 10px;
  margin: 6px 0;
}
@media (max-width: 640px) {
  .names {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

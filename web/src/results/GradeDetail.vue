<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { stands, type GradeRow, type useGrades, type What } from "@/results/useGrades";
import { useScreen } from "@/lib/useScreen";

/** One grade: what the record proposes line by line, and what the teacher decides. */
const props = defineProps<{ row: GradeRow; grades: ReturnType<typeof useGrades>; what: What }>();
const screen = useScreen();
const note = ref(props.row.given?.note ?? "");
watch(
  () => props.row.given?.note,
  (text) => (note.value = text ?? ""),
);
const scale = props.grades.scale;
/** Every grade of a short scale is a button; a long one is typed. */
const values = computed(() => {
  const { least, best, step } = scale.value;
  const n = Math.round(Math.abs(best - least) / step);
  if (n > 12) return [];
  return Array.from(
    { length: n + 1 },
    (_, i) => Math.round((least + Math.sign(best - least) * i * step) * 1e6) / 1e6,
  );
});
/** What a line can have, from none to most. */
const every = computed(() =>
  Array.from({ length: (props.grades.query.data.value?.most ?? 0) + 1 }, (_, i) => i),
);
const typed = ref<number>();
const points = (line: string) =>
  props.row.given?.points?.[line] ?? props.row.lines.find((l) => l.line === line)?.points;
</script>

<template>
  <section class="detail" :aria-label="`Grade of ${row.student}`">
    <h2>
      {{ row.student }} <span class="mark">{{ row.mark }}</span>
      <el-button text @click="screen.record = row.piece">Record</el-button>
    </h2>
    <p v-if="row.why" class="soft">{{ row.why }}</p>
    <ul v-if="what === 'glazing'" class="lines">
      <li v-for="l in grades.weighed.value" :key="l.line">
        <b>{{ l.name }}</b>
        <span class="soft">{{ row.lines.find((one) => one.line === l.line)?.reason ?? l.looks }}</span>
        <span role="group" :aria-label="`Points for ${l.name}`" class="points">
          <button
            v-for="n in every"
            :key="n"
            type="button"
            :disabled="!row.may"
            :aria-pressed="points(l.line) === n"
            @click="grades.decide(row, l.line, n)"
          >
            {{ n }}
          </button>
        </span>
      </li>
    </ul>
    <div class="give" role="group" aria-label="The grade">
      <h3>The grade</h3>
      <button
        v-for="v in values"
        :key="v"
        type="button"
        :disabled="!row.may"
        :aria-pressed="row.given?.value === v"
        :class="{ proposed: row.proposed === v && row.given?.value === undefined }"
        @click="grades.set(row, v)"
      >
        {{ v }}
      </button>
      <form v-if="!values.length" @submit.prevent="typed !== undefined && grades.set(row, typed)">
        <el-input-number v-model="typed" :step="scale.step" :disabled="!row.may" aria-label="Grade" />
        <el-button native-type="submit">Give</el-button>
      </form>
    </div>
    <div class="give" role="group" aria-label="Beside it">
      <el-button
        v-for="s in stands"
        :key="s.stand"
        size="small"
        :aria-pressed="row.given?.stand === s.stand"
        @click="grades.stand(s.stand, row)"
        >{{ s.name }} <kbd>{{ s.key }}</kbd></el-button
      >
      <el-button v-if="row.given" size="small" @click="grades.drop(row)">Delete the grade</el-button>
    </div>
    <label class="note">
      A note beside it, for you alone
      <el-input v-model="note" name="grade-note" type="textarea" :rows="2" maxlength="400" />
    </label>
    <el-button size="small" :disabled="note === (row.given?.note ?? '')" @click="grades.note(row, note)"
      >Save the note</el-button
    >
  </section>
</template>

<style scoped>
.detail {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 12px 16px 16px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
.mark {
  font-weight: 350;
}
.lines {
  width: 100%;
}
.lines li {
  display: grid;
  grid-template-columns: 62px 1fr auto;
  gap: 10px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid var(--line);
  line-height: 1.25;
}
.points {
  display: flex;
}
.points button,
.give > button {
  min-width: 32px;
  min-height: 32px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  cursor: pointer;
}
.points button + button {
  border-left: 0;
}
.give {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.give h3 {
  width: 100%;
  margin: 0;
}
.give > button {
  min-width: 44px;
  min-height: 38px;
  font-size: 17px;
}
.give .el-button {
  margin: 0;
}
.give form {
  display: flex;
  gap: 8px;
}
.points button[aria-pressed="true"],
.give > button[aria-pressed="true"] {
  background: var(--ink);
  color: #fff;
  border-color: var(--ink);
}
.points button:disabled,
.give > button:disabled {
  color: var(--soft);
  cursor: default;
}
.proposed {
  border: 2px dashed var(--ink) !important;
}
.note {
  display: grid;
  gap: 3px;
  width: 100%;
  font-weight: 600;
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import GradeDetail from "@/results/GradeDetail.vue";
import ResultsTabs from "@/results/ResultsTabs.vue";
import RubricForm from "@/results/RubricForm.vue";
import { stands, useGrades, type What } from "@/results/useGrades";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useAssignments, useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import { useKeys } from "@/ui/useKeys";

/** Two grades of every piece: how it was made, and its glazing. Seen by the teacher alone. */
const screen = useScreen();
const classes = useClasses();
const assignments = useAssignments();
const offered = computed(() =>
  [...assignments.running.value, ...assignments.over.value].filter(
    (a) => !screen.classId || a.class === screen.classId,
  ),
);
const assignment = ref("");
const what = ref<What>("glazing");
const rubric = ref(false);
watch(
  offered,
  (list) => !list.some((a) => a.id === assignment.value) && (assignment.value = list[0]?.id ?? ""),
  { immediate: true },
);
const grades = useGrades(
  () => assignment.value,
  () => what.value,
);
const { rows, at, row, scale } = grades;
const unglazed = useAsk(computed(() => queries.unglazed(screen.classId)));
const whats = [
  { key: "made" as const, name: "The made piece", means: "Given when it is back from bisque" },
  { key: "glazing" as const, name: "Its glazing", means: "Given when it is out of the kiln" },
];
useKeys({
  ArrowDown: () => grades.step(1),
  ArrowUp: () => grades.step(-1),
  Enter: () => void grades.take(),
  A: () => void grades.takeAll(),
  "+": () => grades.nudge(1),
  "=": () => grades.nudge(1),
  "-": () => grades.nudge(-1),
  Delete: () => void grades.drop(),
  ...Object.fromEntries(stands.map((s) => [s.key, () => grades.stand(s.stand)])),
});
</script>

<template>
  <div class="head">
    <div>
      <h1>Grades</h1>
      <p class="soft">
        Proposed from the record, decided by you, seen by nobody else. How clear a fault is, is no grade.
      </p>
    </div>
    <div class="ways">
      <el-button @click="rubric = true">Change the rubric</el-button>
      <el-button :disabled="!grades.proposed.value.length" type="primary" @click="grades.takeAll">
        Give all {{ grades.proposed.value.length }} proposed <kbd>A</kbd>
      </el-button>
    </div>
  </div>
  <ResultsTabs />
  <div class="choose">
    <el-select v-model="assignment" aria-label="Assignment" class="wide">
      <el-option
        v-for="a in offered"
        :key="a.id"
        :value="a.id"
        :label="`${a.name}, ${classes.byId.value.get(a.class)?.name}`"
      />
    </el-select>
    <ChoiceBar v-slot="{ option }" v-model="what" label="What is graded" :options="whats">{{
      option.name
    }}</ChoiceBar>
    <a v-if="assignment" :href="`/api/grades/sheet?assignment=${assignment}`" download>Grade sheet (CSV)</a>
  </div>
  <div v-if="rows.length" class="columns">
    <table class="grades" aria-label="Grades">
      <thead>
        <tr>
          <th scope="col">Student</th>
          <th scope="col">Proposed</th>
          <th scope="col">Given</th>
          <th scope="col">Beside it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(r, i) in rows" :key="r.piece" :class="{ at: i === at }">
          <th scope="row">
            <button type="button" :aria-current="i === at || undefined" @click="at = i">
              {{ r.student }} <span class="mark">{{ r.mark }}</span>
            </button>
          </th>
          <td class="num soft">{{ r.proposed ?? (r.may ? "" : "not yet") }}</td>
          <td class="num">
            <b v-if="r.given?.value !== undefined">{{ r.given.value }}</b>
            <span v-if="r.given?.scale && r.given.scale.best !== scale.best" class="soft">
              of {{ r.given.scale.best }}</span
            >
          </td>
          <td>
            {{ r.given?.stand ?? "" }}
            <span v-if="!r.given?.stand && r.stand" class="soft">{{ r.stand }}?</span>
          </td>
        </tr>
      </tbody>
    </table>
    <GradeDetail v-if="row" :key="row.piece + what" :row="row" :grades="grades" :what="what" />
  </div>
  <p v-else-if="!grades.query.isPending.value || !assignment" class="empty">
    Nothing to grade{{ screen.classId ? " in this class" : "" }}: an assignment with pieces comes first.
  </p>
  <section v-if="unglazed.data.value?.length" class="unglazed" aria-labelledby="unglazed">
    <h2 id="unglazed">Made, and never glazed: {{ unglazed.data.value.length }}</h2>
    <ul>
      <li v-for="u in unglazed.data.value.slice(0, 40)" :key="u.piece">
        <button type="button" class="link" @click="screen.record = u.piece">
          {{ u.student }} {{ u.mark }}
        </button>
        {{ u.title }}, {{ classes.byId.value.get(u.class)?.name }}: {{ u.waits }}
      </li>
    </ul>
  </section>
  <RubricForm v-if="rubric" @close="rubric = false" />
</template>

<style scoped src="@/results/grades.css"></style>

<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Schemas } from "@/api/client";
import InventedSchool from "@/first/InventedSchool.vue";
import StepCoat from "@/first/StepCoat.vue";
import StepJars from "@/first/StepJars.vue";
import StepPiece from "@/first/StepPiece.vue";
import { useAssignments, useClasses, useGlazes, useToday } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import ClassFields from "@/lists/ClassFields.vue";
import PlaceLink from "@/ui/PlaceLink.vue";

/** The way into an empty room: four steps to the first coat, in any order, each as often as wanted. */
const screen = useScreen();
const today = useToday();
const classes = useClasses();
const glazes = useGlazes();
const assignments = useAssignments();
const route = useRoute();
const router = useRouter();

const many = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`;
const students = computed(() => classes.taught.value.reduce((n, c) => n + c.students.length, 0));
const steps = computed<{ key: keyof Schemas["FirstSteps"]; name: string; has: string }[]>(() => [
  { key: "class", name: "A class", has: students.value ? many(students.value, "student", "students") : "" },
  {
    key: "jars",
    name: "The jars",
    has: glazes.data.value?.length ? many(glazes.data.value.length, "jar", "jars") : "",
  },
  { key: "piece", name: "What it makes", has: assignments.running.value.map((a) => a.name).join(", ") },
  { key: "coat", name: "The first coat", has: today.data.value?.first.coat ? "logged" : "" },
]);
/** The step that the address names; who comes without one begins at the first that is not done. */
const at = computed(() =>
  Math.max(
    0,
    steps.value.findIndex((s) => s.key === route.query.step),
  ),
);
watch(
  () => !route.query.step && today.data.value?.first,
  (first) => {
    const open = first && steps.value.find((s) => !first[s.key]);
    if (first) void router.replace({ query: { step: open ? open.key : "class" } });
  },
  { immediate: true },
);
const step = computed(() => steps.value[at.value]!);
const next = computed(() => steps.value[at.value + 1]);
const go = (key?: string) => void router.push(key ? { query: { step: key } } : "/");

const panel = useTemplateRef("panel");
watch(
  () => step.value.key,
  () =>
    void nextTick(() =>
      (panel.value?.querySelector<HTMLElement>("input") ?? panel.value?.querySelector("a"))?.focus(),
    ),
  { immediate: true, flush: "post" },
);
</script>

<template>
  <div class="head">
    <div>
      <h1>First steps</h1>
      <p class="soft">Four steps to the first coat. Any of them can be skipped, and done later.</p>
    </div>
    <InventedSchool />
  </div>
  <ol class="steps">
    <li v-for="(s, i) in steps" :key="s.key">
      <button type="button" :aria-current="i === at ? 'step' : undefined" @click="go(s.key)">
        <b aria-hidden="true">{{ s.has ? "✓" : i + 1 }}</b>
        <span
          >{{ s.name }} <small>{{ s.has || "to do" }}</small></span
        >
      </button>
    </li>
  </ol>
  <section ref="panel" class="panel" :aria-label="step.name">
    <template v-if="step.key === 'class'">
      <p class="why">
        Paste the names, one a line. Each gets a mark to scratch into the clay, so that no piece is nobody's.
        An office's file goes in at <PlaceLink to="/classes">Classes</PlaceLink>.
      </p>
      <ClassFields @added="go('jars')" />
    </template>
    <StepJars v-else-if="step.key === 'jars'" />
    <StepPiece v-else-if="step.key === 'piece'" :class-id="screen.classId" @assigned="go('coat')" />
    <StepCoat v-else />
  </section>
  <p class="on">
    <el-button v-if="at" @click="go(steps[at - 1]!.key)">Back</el-button>
    <el-button :type="step.has ? 'primary' : undefined" @click="go(next?.key)">{{
      next ? (step.has ? `Next: ${next.name}` : "Skip this step") : "Close"
    }}</el-button>
  </p>
</template>

<style scoped>
.steps {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 2px;
  margin-bottom: 2px;
}
.steps button {
  width: 100%;
  height: 100%;
  min-height: 66px;
  display: flex;
  gap: 14px;
  align-items: center;
  text-align: left;
  padding: 8px 16px;
  border: 0;
  border-bottom: 4px solid var(--line-strong);
  background: #ececec;
  cursor: pointer;
}
.steps button[aria-current] {
  background: var(--paper);
  border-bottom-color: var(--ink);
}
.steps b {
  font-size: 30px;
  font-weight: 350;
  min-width: 24px;
}
.steps span {
  font-weight: 640;
}
.steps small {
  display: block;
  font-size: 14px;
  font-weight: 400;
  color: var(--soft);
  overflow-wrap: anywhere;
}
.panel {
  background: var(--paper);
  padding: 22px 26px;
  min-height: 380px;
}
.why {
  max-width: 80ch;
  margin-bottom: 16px;
}
.on {
  display: flex;
  justify-content: flex-end;
  margin-top: 14px;
}
@media (max-width: 640px) {
  .steps {
    grid-template-columns: 1fr 1fr;
  }
  .panel {
    padding: 14px 12px;
  }
}
</style>

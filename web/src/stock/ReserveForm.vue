<script setup lang="ts">
import { computed, reactive } from "vue";
import { answer, api } from "@/api/client";
import JarSelect from "@/ui/JarSelect.vue";
import { useAssignments, useClasses } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { useUnits } from "@/lib/useUnits";
import { attempt, say } from "@/ui/messages";
import { mL } from "@/ui/figures";

/** Glaze is kept of a jar for a project: its own pieces may take it, nobody else's. */
const changed = useChanged();
const assignments = useAssignments();
const classes = useClasses();
const { volumeUnit, keptVolume } = useUnits();
const form = reactive({ code: "", ml: 0, assignment: "", for: "" });
const projects = computed(() =>
  assignments.running.value.map((a) => ({
    id: a.id,
    name: `${a.name}, ${classes.byId.value.get(a.class)?.name ?? ""}`,
  })),
);
async function keep() {
  if (!form.code) return say("Choose the jar that some of it is kept of.", "error");
  const { code, assignment } = form;
  const ml = keptVolume(form.ml);
  const body = { ml, ...(assignment ? { assignment } : { for: form.for }) };
  const kept = answer(api.POST("/glazes/{code}/reserves", { params: { path: { code } }, body })).then(
    () => true,
  );
  if (!(await attempt(kept))) return;
  Object.assign(form, { ml: 0, for: "" });
  await changed("reserve");
  say(`${mL(ml)} of ${code} kept.`);
}
</script>

<template>
  <details>
    <summary>Keep some of a jar for a project</summary>
    <form @submit.prevent="keep">
      <JarSelect v-model="form.code" simple placeholder="jar" aria-label="Jar to keep some of" />
      <el-input-number
        v-model="form.ml"
        :min="0"
        :max="50000"
        :controls="false"
        :aria-label="`${volumeUnit} to keep`"
      />
      {{ volumeUnit }} for
      <el-select
        v-model="form.assignment"
        clearable
        placeholder="a project"
        aria-label="Project it is kept for"
      >
        <el-option v-for="p in projects" :key="p.id" :value="p.id" :label="p.name" />
      </el-select>
      <el-input
        v-if="!form.assignment"
        v-model="form.for"
        maxlength="80"
        placeholder="or one to come, in words"
        aria-label="Project to come"
      />
      <el-button native-type="submit">Save</el-button>
    </form>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 32px;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.el-select {
  width: 230px;
}
.el-input {
  width: 220px;
}
.el-input-number {
  width: 84px;
}
</style>

<script setup lang="ts">
import { onMounted, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";

/** How the house weighs the lines of a grade, and the scale it gives. */
const emit = defineEmits<{ close: [] }>();
const changed = useChanged();
const rubric = ref<Schemas["Rubric"]>();
onMounted(async () => (rubric.value = await attempt(answer(api.GET("/rubric")))));
async function save() {
  if (!rubric.value) return;
  const { scale, lines } = rubric.value;
  const body = { scale, lines: lines.map(({ line, weight }) => ({ line, weight: weight ?? 0 })) };
  if (!(await attempt(answer(api.PUT("/rubric", { body }))))) return;
  say("The rubric counts from now on. Grades that were given stay as they were.");
  await changed("rubric");
  emit("close");
}
</script>

<template>
  <el-dialog
    :model-value="true"
    title="The rubric of the house"
    width="520px"
    align-center
    @close="emit('close')"
  >
    <form v-if="rubric" class="rubric" @submit.prevent="save">
      <label v-for="l in rubric.lines" :key="l.line">
        <b>{{ l.name }}</b> <span class="soft">{{ l.looks }}</span>
        <el-input-number
          v-model="l.weight"
          :min="0"
          :max="100"
          size="small"
          :aria-label="`Weight of ${l.name}`"
        />
      </label>
      <p class="soft">A weight of 0: not graded.</p>
      <div class="scale">
        <label
          >From <el-input-number v-model="rubric.scale.least" size="small" aria-label="The least grade"
        /></label>
        <label
          >to <el-input-number v-model="rubric.scale.best" size="small" aria-label="The best grade"
        /></label>
        <label
          >in steps of
          <el-input-number v-model="rubric.scale.step" size="small" :step="0.5" aria-label="Steps"
        /></label>
      </div>
      <el-button type="primary" native-type="submit">Save</el-button>
    </form>
  </el-dialog>
</template>

<style scoped>
.rubric {
  display: grid;
  gap: 8px;
}
.rubric > label {
  display: grid;
  grid-template-columns: 60px 1fr auto;
  gap: 10px;
  align-items: center;
}
.scale {
  display: grid;
  gap: 6px;
}
.scale label {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
</style>

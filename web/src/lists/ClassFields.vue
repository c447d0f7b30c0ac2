<script setup lang="ts">
import { computed, reactive, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import ClayForm from "@/lists/ClayForm.vue";
import NamesField from "@/lists/NamesField.vue";
import ClaySelect from "@/ui/ClaySelect.vue";
import ConeSelect from "@/ui/ConeSelect.vue";
import { useClays } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";

/** A class by hand: its name, what it fires, and who is in it. Beside its button stands what the slot holds. */
const emit = defineEmits<{ added: [] }>();
const changed = useChanged();
const screen = useScreen();
const clays = useClays();
const form = reactive({ name: "", clay: "", cone: "" });
const students = ref<Schemas["NewStudent"][]>([]);
const none = computed(() => clays.data.value?.length === 0);
watch(
  () => clays.data.value,
  (list) => (form.clay ||= list?.[0]?.code ?? ""),
  { immediate: true },
);
/** A clay is fired to the hottest cone that it is made for, unless said otherwise. */
watch(
  () => form.clay,
  (code) => (form.cone ||= clays.data.value?.find((c) => c.code === code)?.hottest ?? ""),
  { immediate: true },
);
async function add() {
  const body = { ...form, students: students.value };
  const made = await attempt(answer(api.POST("/classes", { body })));
  if (!made) return;
  await changed("class", "student");
  screen.classId = made.id;
  say(`${made.name} is added with ${made.students.length} students.`);
  emit("added");
}
</script>

<template>
  <div class="form">
    <template v-if="none">
      <p><b>Which clay does it glaze?</b> Its name and its cones stand on the bag.</p>
      <ClayForm @added="form.clay = $event" />
    </template>
    <div class="row">
      <el-input
        v-model="form.name"
        name="class"
        placeholder="Name of the class"
        aria-label="Name of the class"
      />
      <ClaySelect v-model="form.clay" aria-label="Clay of the class" placeholder="clay" />
      <ConeSelect v-model="form.cone" aria-label="Cone of the class" placeholder="cone" />
    </div>
    <NamesField v-model="students" />
    <p class="foot">
      <slot />
      <el-button type="primary" :disabled="!form.name.trim() || !form.clay" @click="add"
        >Add the class</el-button
      >
    </p>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}
.row {
  display: grid;
  grid-template-columns: 1fr 220px 120px;
  gap: 10px;
}
.foot {
  display: flex;
  justify-content: flex-end;
  gap: 10px;
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>

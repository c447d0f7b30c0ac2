<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import NamesField from "@/lists/NamesField.vue";
import { useAssignments } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** Students who join a class: with a piece of each assignment that the class has, where wanted. */
const props = defineProps<{ of: Schemas["Class"] }>();
const emit = defineEmits<{ close: [] }>();
const changed = useChanged();
const asks = useAsks();
const assignments = useAssignments();
const running = computed(() => assignments.running.value.filter((a) => a.class === props.of.id && !a.some));
const students = ref<Schemas["NewStudent"][]>([]);
const pieces = ref(true);
async function add() {
  const body = { students: students.value, pieces: pieces.value && running.value.length > 0 };
  const done = await attempt(
    answer(api.POST("/classes/{id}/students", { params: { path: { id: props.of.id } }, body })),
  );
  if (!done) return;
  await changed("student", "class", "assignment");
  say(`${students.value.length} joined ${props.of.name}.`);
  emit("close");
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`Add students to ${of.name}`"
    width="700px"
    align-center
    @close="emit('close')"
  >
    <AskGate :asks="asks">
      <NamesField v-model="students" :class-id="of.id" />
      <el-checkbox
        v-if="running.length"
        v-model="pieces"
        :label="`each gets a piece of: ${running.map((a) => a.name).join(', ')}`"
      />
    </AskGate>
    <template #footer>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :disabled="!students.length" @click="add">Add the students</el-button>
    </template>
  </el-dialog>
</template>

<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import MakersField, { type Makers } from "@/desk/MakersField.vue";
import { useClasses } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** Further pieces of an assignment for students who are chosen: a second one, or one for who has none. */
const props = defineProps<{ of: Schemas["Assignment"] }>();
const emit = defineEmits<{ close: [] }>();
const asks = useAsks();
const classes = useClasses();
const changed = useChanged();
const target = computed(() => classes.byId.value.get(props.of.class));
const makers = ref<Makers>({ some: true, students: [], each: 1 });
async function add() {
  const done = await attempt(
    answer(
      api.POST("/assignments/{id}/pieces", {
        params: { path: { id: props.of.id } },
        body: { students: makers.value.students, each: makers.value.each },
      }),
    ),
  );
  if (!done) return;
  await changed("piece");
  const n = makers.value.students.length * makers.value.each;
  say(`${n} more ${n === 1 ? "piece waits" : "pieces wait"} for a plan.`);
  emit("close");
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`Add pieces of ${of.name}`"
    width="560px"
    align-center
    @close="emit('close')"
  >
    <AskGate :asks="asks">
      <MakersField v-if="target" v-model="makers" :of="target" chosen />
    </AskGate>
    <template #footer>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :disabled="!makers.students.length" @click="add">Add pieces</el-button>
    </template>
  </el-dialog>
</template>

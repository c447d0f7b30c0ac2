<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useAssignments, useClasses } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** A show: its name, the day by which its pieces are wanted out of the kiln, and what is in it. */
const props = defineProps<{ show?: Schemas["Show"]; today: string }>();
const emit = defineEmits<{ close: [kept: boolean] }>();
const asks = useAsks();
const classes = useClasses();
const assignments = useAssignments();
const name = ref(props.show?.name ?? "");
const date = ref(props.show?.date ?? "");
const chosen = ref([...(props.show?.assignments ?? [])]);
const busy = ref(false);
const groups = computed(() =>
  (classes.data.value ?? [])
    .map((c) => ({
      name: c.name,
      of: (assignments.data.value ?? []).filter((a) => a.class === c.id && !a.over),
    }))
    .filter((g) => g.of.length),
);
async function keep() {
  const body = { name: name.value, date: date.value, assignments: chosen.value };
  const id = props.show?.id;
  busy.value = true;
  const kept = await attempt(
    answer(id ? api.PUT("/shows/{id}", { params: { path: { id } }, body }) : api.POST("/shows", { body })),
  );
  busy.value = false;
  if (!kept) return;
  say(`${kept.name} is kept.`);
  emit("close", true);
}
</script>

<template>
  <el-dialog
    model-value
    :title="show ? 'Change the show' : 'A day by which pieces are wanted'"
    width="520"
    @close="emit('close', false)"
  >
    <AskGate :asks="asks">
      <form @submit.prevent="keep">
        <label>What for<el-input v-model="name" maxlength="80" aria-label="What for" autofocus /></label>
        <label
          >Out of the kiln by<el-input
            v-model="date"
            type="date"
            :min="today"
            aria-label="Out of the kiln by"
        /></label>
        <label
          >What is in it<el-select
            v-model="chosen"
            multiple
            filterable
            aria-label="What is in it"
            placeholder="Assignments"
          >
            <el-option-group v-for="g in groups" :key="g.name" :label="g.name">
              <el-option v-for="a in g.of" :key="a.id" :value="a.id" :label="`${a.name}, ${g.name}`" />
            </el-option-group> </el-select
        ></label>
        <p class="acts">
          <el-button @click="emit('close', false)">Cancel</el-button>
          <el-button type="primary" native-type="submit" :loading="busy">Save</el-button>
        </p>
      </form>
    </AskGate>
  </el-dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
}
label {
  display: grid;
  gap: 4px;
}
.acts {
  display: flex;
  justify-content: end;
}
</style>

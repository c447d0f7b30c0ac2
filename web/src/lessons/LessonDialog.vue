<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { useScreen } from "@/lib/useScreen";
import { later } from "@/lessons/days";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { day } from "@/ui/moments";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** One lesson of the calendar: moved, cancelled, shared, as the bells have it again; or one more. */
const props = defineProps<{ lesson?: Schemas["Lesson"]; date: string }>();
const emit = defineEmits<{ close: [] }>();
const changed = useChanged();
const screen = useScreen();
const asks = useAsks();
const classes = useClasses();
const one = props.lesson;
const date = ref(one?.date ?? props.date);
const starts = ref(one?.starts ?? "14:00");
const ends = ref(one?.ends ?? later("14:00", 60));
const of = ref<string[]>(one ? [...one.classes] : screen.classId ? [screen.classId] : []);
const note = ref(one?.note ?? "");
const departs = computed(() => one && ["moved", "cancelled"].includes(one.is));
const title = computed(() =>
  one ? `${one.names}, ${day(one.date)} at ${one.starts}` : `One more lesson on ${day(props.date)}`,
);

async function send(body: Schemas["LessonChange"], said: string) {
  const done = one
    ? await attempt(
        answer(api.PUT("/lessons/{key}", { params: { path: { key: one.key } }, body })).then(() => true),
      )
    : await attempt(answer(api.POST("/lessons", { body })));
  if (!done) return;
  say(said);
  await changed("bells");
  emit("close");
}
const keep = () =>
  send(
    {
      is: one && one.is !== "added" ? "moved" : "added",
      date: date.value,
      starts: starts.value,
      ends: ends.value,
      classes: of.value,
      note: note.value,
    },
    "The lesson is kept: tablets follow it.",
  );
const cancel = () =>
  send(
    { is: "cancelled", note: note.value },
    one?.is === "added" ? "The lesson is removed." : "The lesson is called off.",
  );
const back = () => send({ is: "usual" }, "The lesson is as the bells have it.");
</script>

<template>
  <el-dialog :model-value="true" :title="title" width="520px" align-center @close="emit('close')">
    <AskGate :asks="asks">
      <p v-if="one && one.is !== 'cancelled'" class="to">
        <PlaceLink :to="`/lessons/${one.key}`">What fits into this lesson</PlaceLink>
      </p>
      <form id="lesson" class="fields" @submit.prevent="keep">
        <label>Day <input v-model="date" type="date" required /></label>
        <label>Begins <input v-model="starts" type="time" required /></label>
        <label>Ends <input v-model="ends" type="time" required /></label>
        <label class="wide"
          >Classes
          <el-select
            v-model="of"
            multiple
            aria-label="Classes of the lesson"
            placeholder="One class, or several at once"
          >
            <el-option v-for="c in classes.taught.value" :key="c.id" :value="c.id" :label="c.name" />
          </el-select>
        </label>
        <label class="wide"
          >Note <input v-model="note" maxlength="200" placeholder="Why, for whoever reads it"
        /></label>
      </form>
    </AskGate>
    <template #footer>
      <el-button v-if="departs" @click="back">Restore as the bells have it</el-button>
      <el-button v-if="one && one.is !== 'cancelled'" @click="cancel">{{
        one.is === "added" ? "Remove the lesson" : "Call off the lesson"
      }}</el-button>
      <el-button native-type="submit" form="lesson" type="primary">{{
        one ? "Save the lesson" : "Add the lesson"
      }}</el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.to {
  margin-bottom: 14px;
}
.fields {
  display: grid;
  grid-template-columns: 1.3fr 1fr 1fr;
  gap: 12px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.wide {
  grid-column: 1 / -1;
}
input {
  min-height: 38px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 8px;
  font-weight: 400;
}
</style>

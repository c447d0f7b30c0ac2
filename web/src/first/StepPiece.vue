<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api } from "@/api/client";
import PulledSection from "@/desk/PulledSection.vue";
import { useSketch } from "@/desk/useSketch";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import ClassSelect from "@/ui/ClassSelect.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";

/** What a class makes: a name and a form of the usual measures, which can be pulled. */
const props = defineProps<{ classId: string }>();
const emit = defineEmits<{ assigned: [] }>();
const tell = useChanged();
const screen = useScreen();
const classes = useClasses();
const forms = useAsk(queries.forms());
const name = ref("");
const form = ref("bowl");
const pulled = ref<Record<string, number>>({});
const chosen = ref(props.classId);
const target = computed(() => classes.byId.value.get(chosen.value) ?? classes.taught.value[0]);
const measures = computed(() => {
  const usual = forms.data.value?.find((f) => f.form === form.value)?.measures ?? [];
  return Object.fromEntries(usual.map((m) => [m.key, m.default + (pulled.value[m.key] ?? 0)]));
});
const { sketched, errors } = useSketch(() => ({ form: form.value, measures: measures.value, marking: {} }));
function pull(measure: string, by: number) {
  pulled.value = { ...pulled.value, [measure]: (pulled.value[measure] ?? 0) + by };
}
async function assign() {
  const to = target.value;
  if (!to) return;
  const body = {
    class: to.id,
    name: name.value,
    form: form.value,
    measures: measures.value,
    marking: {},
    cone: to.cone,
    green: false,
    bisqueCone: "04",
    jars: [],
    students: [],
    each: 1,
  };
  const made = await attempt(answer(api.POST("/assignments", { body })));
  if (!made) return;
  screen.classId = made.class;
  await tell("assignment");
  say(`${made.pieces} pieces of ${made.name} wait for a plan.`);
  emit("assigned");
}
const choices = computed(() => forms.data.value?.map((f) => ({ key: f.form, name: f.name })) ?? []);
</script>

<template>
  <p v-if="!classes.taught.value.length" class="why">
    No class yet, so nobody makes anything. <PlaceLink to="/first?step=class">Add a class</PlaceLink> first.
  </p>
  <form v-else class="make" @submit.prevent="assign">
    <div>
      <p class="why">
        Every student gets one of these. Choose the form nearest to it and pull its wall: the areas say how
        much glaze it takes. Pieces of somebody's own come in <PlaceLink to="/plan">Plan</PlaceLink>.
      </p>
      <label>Name<el-input v-model="name" name="assignment" maxlength="80" required /></label>
      <ClassSelect
        v-if="classes.taught.value.length > 1"
        v-model="chosen"
        aria-label="Class of the assignment"
      />
      <ChoiceBar v-model="form" label="Form" :options="choices" @update:model-value="pulled = {}" />
      <el-button
        type="primary"
        native-type="submit"
        :disabled="!name.trim() || Object.keys(errors).length > 0"
        >Assign</el-button
      >
      <p v-for="(says, key) in errors" :key="key" role="alert" class="bad">{{ says }}</p>
    </div>
    <div><PulledSection :sketched="sketched" @pull="pull" /></div>
  </form>
</template>

<style scoped>
.make {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 26px;
}
.make > :first-child {
  display: grid;
  gap: 14px;
  align-content: start;
  justify-items: start;
}
label {
  display: grid;
  gap: 2px;
  font-weight: 600;
  width: 100%;
}
.why {
  max-width: 80ch;
}
.bad {
  font-weight: 600;
}
@media (max-width: 900px) {
  .make {
    grid-template-columns: 1fr;
  }
}
</style>

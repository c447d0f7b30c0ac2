<script setup lang="ts">
import { computed, reactive, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { useUnits } from "@/lib/useUnits";
import FromBelow from "@/ui/FromBelow.vue";
import PulledSection from "@/desk/PulledSection.vue";
import AssignmentFires from "@/desk/AssignmentFires.vue";
import MakersField, { type Makers } from "@/desk/MakersField.vue";
import MarkingEditor from "@/desk/MarkingEditor.vue";
import MeasureFields from "@/desk/MeasureFields.vue";
import { useSketch } from "@/desk/useSketch";
import { queries, useChanged } from "@/lib/queries";
import { useAsk, useAsks } from "@/lib/useAsk";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import ClassSelect from "@/ui/ClassSelect.vue";
import JarSelect from "@/ui/JarSelect.vue";
import AskGate from "@/ui/AskGate.vue";

/**
 * Gives a class a form with measurements, or changes an assignment that it has;
 * drawing and areas follow every number and every point that is pulled.
 */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ change?: Schemas["Assignment"] }>();
const screen = useScreen();
const { unit } = useUnits();
const asks = useAsks();
const classes = useClasses();
const tell = useChanged();
const forms = useAsk(queries.forms());

const asked = reactive({ class: screen.classId, name: "", form: "bowl", green: false, bisqueCone: "04" });
/** The cones that bisque is fired to. */
const bisques = ["06", "05", "04"].map((key) => ({ key, name: key }));
const measures = ref<Record<string, number>>({});
const marking = ref<Schemas["Marking"]>({});
/** What an assignment that is changed is made of, and fired to. */
const fires = ref({ clay: "", cone: "" });
const makers = ref<Makers>({ some: false, students: [], each: 1 });
/** Jars of this lesson alone; none for what the class may use. */
/** The last day on which it can be glazed; empty for the end of the term. */
const due = ref("");
const jars = ref<string[]>([]);
const kind = computed(() => forms.data.value?.find((f) => f.form === asked.form));
const usual = (k = kind.value) => Object.fromEntries(k?.measures.map((m) => [m.key, m.default]) ?? []);
watch(kind, () => {
  if (props.change?.form === asked.form) return;
  measures.value = usual();
  marking.value = {};
});
watch(
  [open, kind],
  ([now]) => {
    if (!now) return;
    const c = props.change;
    asked.class = c?.class ?? (screen.classId || (classes.taught.value[0]?.id ?? ""));
    if (!c) {
      if (!Object.keys(measures.value).length) measures.value = usual();
      return;
    }
    Object.assign(asked, { name: c.name, form: c.form });
    due.value = c.due ?? "";
    fires.value = { clay: c.clay, cone: c.cone };
    if (kind.value?.form !== c.form) return;
    measures.value = { ...usual(), ...c.measures };
    marking.value = c.marking;
    jars.value = c.jars;
  },
  { immediate: true },
);

const { sketched, errors } = useSketch(() => ({
  form: asked.form,
  measures: { ...measures.value },
  marking: marking.value,
}));
/** What is wrong and belongs to no measurement: a detail that does not fit. */
const elsewhere = computed(() => Object.entries(errors.value).filter(([key]) => !(key in measures.value)));
function pull(measure: string, by: number) {
  measures.value = { ...measures.value, [measure]: (measures.value[measure] ?? 0) + by };
}

const target = computed(() => classes.byId.value.get(asked.class));
async function give() {
  const body = { measures: measures.value, marking: marking.value, jars: jars.value };
  try {
    if (props.change) {
      const path = { params: { path: { id: props.change.id } } };
      await answer(
        api.PATCH("/assignments/{id}", {
          ...path,
          body: { ...body, ...fires.value, name: asked.name, due: due.value },
        }),
      );
      say(`${asked.name} is changed on every piece of it.`);
    } else {
      const made = await answer(
        api.POST("/assignments", {
          body: {
            ...asked,
            ...body,
            students: makers.value.students,
            each: makers.value.each,
            cone: target.value?.cone ?? "",
          },
        }),
      );
      say(`${made.pieces} pieces of ${made.name} wait for a plan.`);
      asked.name = "";
      screen.classId = made.class;
    }
    open.value = false;
    await tell("assignment");
  } catch (error) {
    say((error as Error).message, "error");
  }
}
const formChoices = computed(() => forms.data.value?.map((f) => ({ key: f.form, name: f.name })) ?? []);
</script>

<template>
  <el-dialog
    v-model="open"
    :title="change ? `Change ${change.name}` : 'New assignment'"
    width="1080px"
    top="3vh"
  >
    <AskGate :asks="asks">
      <form class="ask" @submit.prevent="give">
        <div class="fields">
          <label>Name<el-input v-model="asked.name" name="assignment" maxlength="80" required /></label>
          <label v-if="!change">
            Class
            <ClassSelect v-model="asked.class" aria-label="Class of the assignment" />
          </label>
          <MakersField v-if="target && !change" v-model="makers" :of="target" />
          <ChoiceBar v-if="!change" v-model="asked.form" label="Form" :options="formChoices" />
          <MeasureFields v-model="measures" :kind="kind" :poses="sketched?.poses ?? []" :errors="errors" />
        </div>
        <div class="shows">
          <PulledSection :sketched="sketched" @pull="pull" />
          <FromBelow v-if="sketched" :under="sketched.under" :says="`as wide as its foot, in ${unit}`" />
          <p v-for="[key, says] in elsewhere" :key="key" role="alert" class="bad">{{ says }}</p>
          <label>
            Jars of this lesson
            <JarSelect
              v-model="jars"
              multiple
              placeholder="what the class may use"
              aria-label="Jars of this lesson"
            />
          </label>
          <label v-if="change">
            Glazed by
            <input v-model="due" type="date" class="due" aria-label="Last day for glazing" />
          </label>
          <AssignmentFires v-if="change && fires.clay" v-model="fires" :of="change" :measures="measures" />
          <p v-if="!change" class="green">
            <el-checkbox v-model="asked.green" label="it starts as greenware, and is fired to bisque first" />
            <ChoiceBar
              v-if="asked.green"
              v-model="asked.bisqueCone"
              label="Cone of the bisque"
              :options="bisques"
              joined
            />
            <span v-if="asked.green" class="soft">Underglaze may go on before it, glaze after it.</span>
          </p>
          <el-button
            type="primary"
            native-type="submit"
            :disabled="Object.keys(errors).length > 0 || (makers.some && !makers.students.length)"
            >{{ change ? "Save changes" : "Assign" }}</el-button
          >
        </div>
      </form>
      <details v-if="sketched" class="mark">
        <summary>Marked out on every piece: bands, motifs, letters, inlay, texture, a second clay</summary>
        <MarkingEditor
          v-model="marking"
          :surfaces="sketched.surfaces"
          :edges="sketched.edges"
          :clay="change ? fires.clay : (target?.clay ?? '')"
        />
      </details>
    </AskGate>
  </el-dialog>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 1.15fr 1fr;
  gap: 26px;
}
.fields,
.shows {
  display: grid;
  gap: 12px;
  align-content: start;
}
label:not(.el-checkbox) {
  display: grid;
  gap: 2px;
  font-weight: 600;
}
.green {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.shows {
  position: sticky;
  top: 0;
}
.mark {
  margin-top: 16px;
}
.mark summary {
  cursor: pointer;
  min-height: 32px;
  font-weight: 600;
}
.bad {
  font-weight: 600;
  border-left: 4px solid var(--ink);
  padding-left: 6px;
}
.due {
  display: block;
  min-height: 38px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 8px;
}
</style>

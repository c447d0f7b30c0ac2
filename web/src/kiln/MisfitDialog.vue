<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import MeasureFields from "@/desk/MeasureFields.vue";
import { useSketch } from "@/desk/useSketch";
import { queries } from "@/lib/queries";
import { useAsk, useAsks } from "@/lib/useAsk";
import { useAssignments } from "@/lib/useLists";
import { attempt } from "@/ui/messages";
import AskGate from "@/ui/AskGate.vue";

/** A piece that did not fit where its plan has it: how it really measures. */
const props = defineProps<{ load: string; revision: number; piece: string; who: string }>();
const emit = defineEmits<{ close: [next?: Schemas["LoadPlan"]] }>();
const id = computed(() => props.piece.split("/")[0]!);
const asks = useAsks();
const detail = useAsk(computed(() => queries.piece(id.value)));
const forms = useAsk(queries.forms());
const assignments = useAssignments();
const kind = computed(() => {
  const found = forms.data.value?.find((f) => f.form === detail.data.value?.form);
  return found && { ...found, measures: found.measures.filter((m) => m.key !== "pose") };
});
const given = computed<Record<string, number>>(() => ({
  ...Object.fromEntries(kind.value?.measures.map((m) => [m.key, m.default]) ?? []),
  ...assignments.byId.value.get(detail.data.value?.piece.assignment ?? "")?.measures,
  ...detail.data.value?.own.measures,
}));
const typed = ref<Record<string, number>>();
const measures = computed({ get: () => typed.value ?? given.value, set: (v) => (typed.value = v) });
const { errors } = useSketch(() => ({
  form: detail.data.value?.form ?? "bowl",
  measures: measures.value,
  ...(detail.data.value ? { marking: detail.data.value.marking } : {}),
}));
/** Nobody looks at foot and cover before a bisque. */
const glazed = computed(() => detail.data.value?.piece.ware !== "greenware");
const others = ref(false);
const looked = ref(false);
const busy = ref(false);
async function keep() {
  busy.value = true;
  const body = {
    piece: props.piece,
    revision: props.revision,
    measures: measures.value,
    kind: others.value,
    looked: looked.value,
  };
  const next = await attempt(
    answer(api.POST("/loads/{id}/misfit", { params: { path: { id: props.load } }, body })),
  );
  busy.value = false;
  if (next) emit("close", next);
}
</script>

<template>
  <el-dialog model-value :title="`${who} did not fit`" width="620" @close="emit('close')">
    <AskGate :asks="asks">
      <p class="soft">Measure it, and correct what is otherwise: the rest is planned again around it.</p>
      <form v-if="kind && detail.data.value" @submit.prevent="keep">
        <MeasureFields v-model="measures" :kind="kind" :poses="[]" :errors="errors" />
        <el-checkbox
          v-model="others"
          :label="`The other pieces of ${detail.data.value.piece.title} measure so as well`"
        />
        <el-checkbox
          v-if="glazed"
          v-model="looked"
          :label="
            others
              ? 'I looked again at all of them: every cover is even, every foot is clean'
              : 'I looked again, with it in hand: its cover is even, its foot is clean'
          "
        />
        <p v-if="glazed" class="soft">
          A look at foot and cover was of a piece that measured otherwise. Without another look it waits for
          one, and leaves the plan; so do the others.
        </p>
        <p class="acts">
          <el-button @click="emit('close')">Cancel</el-button>
          <el-button type="primary" native-type="submit" :loading="busy" :disabled="!typed">Save</el-button>
        </p>
      </form>
    </AskGate>
  </el-dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 8px;
  margin-top: 10px;
}
.acts {
  display: flex;
  justify-content: end;
}
</style>

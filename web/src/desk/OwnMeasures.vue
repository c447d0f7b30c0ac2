<script setup lang="ts">
import { watchDebounced } from "@vueuse/core";
import { computed, ref } from "vue";
import type { PieceDetail, Schemas } from "@/api/client";
import MeasureFields from "@/desk/MeasureFields.vue";
import PulledSection from "@/desk/PulledSection.vue";
import { useSketch } from "@/desk/useSketch";
import { useAssignments } from "@/lib/useLists";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** How one piece measures, where it is not as its assignment says: typed, or its wall pulled. */
const props = defineProps<{ detail: PieceDetail }>();
const emit = defineEmits<{ save: [measures: Record<string, number>] }>();
const forms = useAsk(queries.forms());
const assignments = useAssignments();
const kind = computed(() => forms.data.value?.find((f) => f.form === props.detail.form));
const given = computed<Record<string, number>>(() => ({
  ...Object.fromEntries(kind.value?.measures.map((m) => [m.key, m.default]) ?? []),
  ...assignments.byId.value.get(props.detail.piece.assignment)?.measures,
}));
/** What was typed or pulled here; undefined until then. */
const typed = ref<Record<string, number>>();
const measures = computed({
  get: () => typed.value ?? { ...given.value, ...props.detail.own.measures },
  set: (now) => (typed.value = now),
});
const { sketched, errors } = useSketch(() => ({
  form: props.detail.form,
  measures: measures.value,
  marking: props.detail.marking,
}));
const pull = (measure: string, by: number) =>
  (typed.value = { ...measures.value, [measure]: (measures.value[measure] ?? 0) + by });
/** Only what differs from the assignment is the piece's own; how it lies is asked beside. */
const own = (of: Record<string, number>) =>
  Object.fromEntries(Object.entries(of).filter(([key, v]) => key === "pose" || v !== given.value[key]));
watchDebounced(sketched, () => typed.value && emit("save", own(typed.value)), { debounce: 250 });
function reset() {
  typed.value = undefined;
  emit(
    "save",
    Object.fromEntries(Object.entries(props.detail.own.measures ?? {}).filter(([k]) => k === "pose")),
  );
}
const differs = computed(() => Object.keys(own(measures.value)).some((k) => k !== "pose"));
const plain = computed<Schemas["FormKind"] | undefined>(
  () => kind.value && { ...kind.value, measures: kind.value.measures.filter((m) => m.key !== "pose") },
);
</script>

<template>
  <div class="own">
    <div>
      <MeasureFields v-model="measures" :kind="plain" :poses="[]" :errors="errors" />
      <el-button v-if="differs" size="small" @click="reset">Use the assignment's measures</el-button>
    </div>
    <div>
      <PulledSection :sketched="sketched" @pull="pull" />
    </div>
  </div>
</template>

<style scoped>
.own {
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 20px;
  margin-bottom: 16px;
}
</style>

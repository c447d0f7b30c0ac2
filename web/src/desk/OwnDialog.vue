<script setup lang="ts">
import { computed, reactive, ref, watch } from "vue";
import type { PieceDetail, Schemas } from "@/api/client";
import { useUnits } from "@/lib/useUnits";
import OwnMeasures from "@/desk/OwnMeasures.vue";
import MarkingEditor from "@/desk/MarkingEditor.vue";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import AskGate from "@/ui/AskGate.vue";

/** What is one piece's own: what is marked out on it, how it lies, where its line is drawn, stilts and cookie. */
const props = defineProps<{ detail: PieceDetail }>();
const emit = defineEmits<{ save: [own: Schemas["Own"]]; close: [] }>();
const { unit, shown, kept, say } = useUnits();
const open = computed({ get: () => true, set: (now) => !now && emit("close") });
const marking = ref<Schemas["Marking"]>(props.detail.own.marking ?? {});
watch(marking, (now) => emit("save", { ...props.detail.own, marking: now }));
const standing = reactive({ ...props.detail.own.standing });
const band = computed({
  get: () => shown(standing.bandMM ?? 0),
  set: (v: number | undefined) => (standing.bandMM = kept(v ?? 0)),
});
watch(standing, (now) => emit("save", { ...props.detail.own, standing: { ...now } }));
const pose = computed({
  get: () => props.detail.own.measures?.pose ?? 0,
  set: (pose) => emit("save", { ...props.detail.own, measures: { ...props.detail.own.measures, pose } }),
});
const measure = (measures: Record<string, number>) => emit("save", { ...props.detail.own, measures });
const lidded = computed(() => props.detail.surfaces.some((s) => s.id === "seat"));
const poses = computed(() =>
  props.detail.poses.map((p) => ({
    key: p.option,
    name: p.name,
    beside: p.stable ? "stands" : "tips over",
    off: !p.stable,
  })),
);
</script>

<template>
  <el-dialog
    v-model="open"
    :title="`${detail.piece.student}: how it measures, stands, and what is marked out`"
    width="960px"
    align-center
  >
    <div class="stand">
      <fieldset v-if="detail.poses.length">
        <legend>How it lies in the kiln</legend>
        <ChoiceBar v-model="pose" label="How it lies in the kiln" :options="poses" />
      </fieldset>
      <label>
        Line drawn at, {{ unit }} (0: as the rules ask)
        <el-input-number v-model="band" name="band" :controls="false" :min="0" :max="shown(100)" />
      </label>
      <el-checkbox v-model="standing.stilts" label="stands on stilts" />
      <el-checkbox v-model="standing.cookie" label="a cookie lies under it" />
      <el-checkbox v-if="lidded" v-model="standing.lidApart" label="its lid is fired beside it" />
      <p v-if="standing.stilts" class="caution">
        Stilts leave sharp scars: grind them with eye protection and a mask. Their label says up to which cone
        they go.
      </p>
      <p v-if="standing.cookie" class="caution">
        A cookie is about {{ say(6) }} thick and {{ say(6) }} wider all round than the foot, with kiln wash on
        it.
      </p>
    </div>
    <details class="measure">
      <summary>It measures otherwise than the others</summary>
      <AskGate><OwnMeasures :detail="detail" @save="measure" /></AskGate>
    </details>
    <MarkingEditor
      v-model="marking"
      :surfaces="detail.surfaces"
      :edges="detail.edges"
      :clay="detail.piece.clay"
    />
  </el-dialog>
</template>

<style scoped>
.stand {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: end;
  margin-bottom: 16px;
}
.measure summary {
  cursor: pointer;
  min-height: 32px;
  font-weight: 600;
}
fieldset {
  border: 1px solid var(--line);
}
label:not(.el-checkbox) {
  display: grid;
  font-weight: 600;
}
</style>

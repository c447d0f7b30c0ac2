<script setup lang="ts">
import { computed, onMounted, reactive, ref } from "vue";
import type { EventIn, Piece } from "@/api/client";
import { parts, type Part } from "@/lib/stroke";
import type { NewEvent } from "@/lib/usePieces";
import { useUnits } from "@/lib/useUnits";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import JarSelect from "@/ui/JarSelect.vue";

/** A coat as it really was: how it was laid, over what, how far down, and which part is done when the bell goes. */
const props = defineProps<{ piece: Piece; surface?: string; focus?: boolean }>();
const emit = defineEmits<{ keep: [event: Omit<NewEvent, "piece">, done: string] }>();
const ways: { key: NonNullable<EventIn["how"]>; name: string }[] = [
  { key: "brush", name: "brushed" },
  { key: "dip", name: "dipped" },
  { key: "sponge", name: "sponged" },
  { key: "bottle", name: "bottle" },
];
const first =
  props.piece.surfaces.find((s) => s.id === props.surface) ??
  props.piece.surfaces.find((s) => s.left.length) ??
  props.piece.surfaces[0]!;
const next = first.left[0];
const { unit, shown, kept } = useUnits();
const form = reactive({
  how: (next?.dips ? "dip" : "brush") as (typeof ways)[number]["key"],
  surface: first.id,
  over: next?.dips ?? [first.id],
  glaze: next?.glaze ?? first.on.at(-1)?.glaze ?? "",
  downTo: shown(next?.downTo ?? 0),
  seconds: next?.seconds ?? 0,
  density: next?.density ?? 0,
  part: "" as Part | "",
  line: shown(40),
  share: 50,
});
const dipped = computed(() => form.how === "dip");
/** The coat that was begun there with this jar: what is laid goes on with it. */
const begun = computed(() =>
  props.piece.surfaces
    .find((s) => s.id === form.surface)
    ?.left.find((l) => l.begun && l.glaze === form.glaze && !dipped.value),
);
const wholes = computed(() => [
  { key: "" as const, name: begun.value ? "all that was left" : "all of it" },
  ...parts,
]);
/** The last coat on the surface, which a pin can try. */
const last = computed(() => props.piece.surfaces.find((s) => s.id === form.surface)?.on.at(-1));
const pins = [
  { key: "thin", name: "thin" },
  { key: "right", name: "right" },
  { key: "thick", name: "thick" },
] as const;
function tried(felt: (typeof pins)[number]["key"]) {
  if (last.value)
    emit(
      "keep",
      { kind: "felt", of: last.value.id, felt, text: "pin" },
      `By the pin, the last coat is ${felt}.`,
    );
}
const button = ref<{ $el: HTMLElement }>();
onMounted(() => props.focus && button.value?.$el.focus());

function keep() {
  const { glaze, how, part } = form;
  const event: Omit<NewEvent, "piece"> = { kind: "coat", glaze, how };
  if (dipped.value)
    Object.assign(event, {
      surfaces: form.over,
      downTo: kept(form.downTo),
      seconds: form.seconds,
      density: form.density,
    });
  else {
    Object.assign(event, { surface: form.surface, of: begun.value?.begun });
    if (part) event.part = part;
    if (part === "above" || part === "below") event.line = form.line;
    if (part === "some") event.share = form.share / 100;
  }
  emit("keep", event, part && !dipped.value ? "Kept: the rest is offered next time." : "The coat is kept.");
}
</script>

<template>
  <form class="coat" aria-label="A coat as it was laid" @submit.prevent="keep">
    <ChoiceBar v-model="form.how" label="How it was laid" :options="ways" joined />
    <JarSelect v-model="form.glaze" aria-label="Jar of the coat" />
    <el-checkbox-group v-if="dipped" v-model="form.over" aria-label="Over which surfaces">
      <el-checkbox v-for="s in piece.surfaces" :key="s.id" :value="s.id" :label="s.name" />
    </el-checkbox-group>
    <el-select v-else v-model="form.surface" aria-label="On which surface">
      <el-option v-for="s in piece.surfaces" :key="s.id" :value="s.id" :label="s.name" />
    </el-select>
    <p v-if="dipped" class="figures">
      <label
        >down to, {{ unit }} above the table <el-input-number v-model="form.downTo" :min="0" size="small"
      /></label>
      <label>held, seconds <el-input-number v-model="form.seconds" :min="0" :max="120" size="small" /></label>
      <label
        >bucket, g per mL
        <el-input-number v-model="form.density" :min="0" :max="99" :step="0.01" :precision="2" size="small"
      /></label>
      <span class="soft">0: over all of it, as long and as heavy as usual.</span>
    </p>
    <p v-else class="figures">
      <el-select
        v-model="form.part"
        aria-label="Which part is done"
        class="part"
        :empty-values="[null, undefined]"
      >
        <el-option v-for="p in wholes" :key="p.key" :value="p.key" :label="p.name" />
      </el-select>
      <label v-if="form.part === 'above' || form.part === 'below'"
        >{{ unit }} above the table <el-input-number v-model="form.line" :min="0" size="small"
      /></label>
      <label v-if="form.part === 'some'"
        >% <el-input-number v-model="form.share" :min="1" :max="99" size="small"
      /></label>
      <span v-if="begun" class="soft">Goes on with the coat that was begun: its {{ begun.rest }}.</span>
    </p>
    <p v-if="last && !dipped" class="figures">
      The last coat there, scratched with a pin:
      <ChoiceBar
        :model-value="last.felt"
        label="The last coat, by a pin"
        :options="pins"
        joined
        @update:model-value="tried"
      />
    </p>
    <el-button ref="button" native-type="submit" :disabled="!form.glaze || (dipped && !form.over.length)"
      >Log this coat</el-button
    >
  </form>
</template>

<style scoped>
.coat {
  display: grid;
  gap: 8px;
  justify-items: start;
  border-bottom: 1px solid var(--line);
  padding-bottom: 10px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  font-size: 14px;
}
.part {
  width: 150px;
}
</style>

<script setup lang="ts">
import { computed, reactive } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useClays, useGuide } from "@/lib/useLists";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import { attempt, say } from "@/ui/messages";
import { useChanged } from "@/lib/queries";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** A tile whose colour was measured elsewhere or is only known by eye: typed as L*a*b* or as a hex. */
const props = defineProps<{ clay?: string; cone?: string }>();
const emit = defineEmits<{ close: [] }>();
const tell = useChanged();
const asks = useAsks();
const clays = useClays();
const guide = useGuide();
const form = reactive({
  code: "",
  stack: "",
  clay: props.clay ?? "",
  cone: props.cone ?? "6",
  half: "smooth" as "smooth" | "texture",
  atmosphere: "oxidation" as Schemas["Atmosphere"],
  colour: "",
});
const halves = [
  { key: "smooth", name: "smooth" },
  { key: "texture", name: "texture" },
] as const;
const airs = [
  { key: "oxidation", name: "oxidation" },
  { key: "reduction", name: "reduction" },
] as const;
/** Reads "#7a8f99", or three numbers: "41.5 12.2 -3". */
const read = computed<Partial<Schemas["NewReading"]> | undefined>(() => {
  const text = form.colour.trim();
  if (/^#?[0-9a-f]{6}$/i.test(text)) return { hex: text.startsWith("#") ? text : `#${text}` };
  const numbers = text.split(/[\s;/]+/).map((v) => Number(v.replace(",", ".")));
  const [l, a, b] = numbers;
  return numbers.length === 3 && numbers.every(Number.isFinite)
    ? { lab: { l: l!, a: a!, b: b! } }
    : undefined;
});
async function hang() {
  if (!read.value)
    return say(
      "The colour is not as expected: a hex such as #7a8f99, or L* a* b* such as 41.5 12.2 -3.",
      "error",
    );
  const reading = {
    half: form.half,
    source: "typed" as const,
    flags: ["typed"],
    ...read.value,
  };
  const { code, stack, clay, cone, atmosphere } = form;
  const saved = await attempt(
    answer(
      api.POST("/tiles/readings", {
        body: { tiles: [{ code, stack, clay, cone, atmosphere, readings: [reading] }] },
      }),
    ),
  );
  if (!saved) return;
  say(`Tile ${code} hangs on the wall.`);
  await tell("tile");
  emit("close");
}
</script>

<template>
  <el-dialog :model-value="true" title="A tile by hand" width="470px" align-center @close="emit('close')">
    <AskGate :asks="asks">
      <form @submit.prevent="hang">
        <label
          >Code, as on its back<el-input v-model="form.code" name="tile-code" maxlength="40" required
        /></label>
        <label
          >Stack, the layer nearest the clay first<el-input
            v-model="form.stack"
            name="tile-stack"
            placeholder="N01x2 + B11x1"
            required
        /></label>
        <div class="row">
          <label
            >Clay<el-select v-model="form.clay" aria-label="Clay of the tile">
              <el-option
                v-for="c in clays.data.value"
                :key="c.code"
                :value="c.code"
                :label="`${c.name} (${c.code})`"
              /> </el-select
          ></label>
          <label
            >Cone<el-select v-model="form.cone" aria-label="Cone of the tile">
              <el-option
                v-for="c in guide.data.value?.cones"
                :key="c.cone"
                :value="c.cone"
                :label="`cone ${c.cone}`"
              /> </el-select
          ></label>
        </div>
        <div class="row">
          <ChoiceBar v-model="form.half" label="Which half was read" :options="halves" joined />
          <ChoiceBar v-model="form.atmosphere" label="Atmosphere" :options="airs" joined />
        </div>
        <label
          >Fired colour: a hex, or L* a* b*<el-input
            v-model="form.colour"
            name="tile-colour"
            placeholder="#7a8f99 or 41.5 12.2 -3"
            required
        /></label>
        <p class="soft">A typed colour is marked as typed wherever it is used.</p>
        <el-button type="primary" native-type="submit">Add to the wall</el-button>
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
  gap: 3px;
  font-weight: 600;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 12px;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { answer, api, type Glaze, type Schemas } from "@/api/client";
import { attempt } from "@/ui/messages";
import { kinds } from "@/stock/kinds";
import { useChanged } from "@/lib/queries";
import { perArea } from "@/ui/figures";

/** What the label and the house say of a glaze, and how far the room learned it spreads. */
const props = defineProps<{ glaze: Glaze }>();
const tell = useChanged();
const said = [
  ["runner", "runs"],
  ["thick", "may be thick on purpose"],
  ["dear", "dear"],
] as const;
/** What only buckets and chips have. What no glaze can weigh is refused by the server in words, not cut short here. */
const figures = computed(() =>
  (
    [
      ["dipCoats", "one dip is as thick as, coats", 12, "dipping", 0.5],
      ["dipSeconds", "when held for, seconds", 120, "dipping", 1],
      ["dipDensity", "in a bucket of, g per mL", 99, "dipping", 0.01],
      ["density", "weighed last, g per mL", 99, "dipping", 0.01],
      ["dipDensity", "weighed when it laid well, g per mL", 99, "brushing", 0.01],
      ["slideMM", "its chips travel, mm", 300, "chips", 1],
    ] as const
  ).filter(([, , , kind]) =>
    kind === "brushing" ? props.glaze.kind !== "dipping" : props.glaze.kind === kind,
  ),
);
async function card(body: Schemas["CardChange"]) {
  await attempt(
    answer(api.PUT("/glazes/{code}/card", { params: { path: { code: props.glaze.code } }, body })),
  );
  await tell("glaze");
}
</script>

<template>
  <details>
    <summary>What the house says of it</summary>
    <div class="card">
      <el-checkbox
        v-for="[key, says] in said"
        :key="key"
        :model-value="!!glaze[key]"
        :label="says"
        @change="card({ [key]: !!$event })"
      />
      <el-checkbox
        :model-value="glaze.food === 'claimed'"
        label="its label claims food"
        @change="card({ food: $event ? 'claimed' : 'none' })"
      />
      <el-select
        :model-value="glaze.kind"
        size="small"
        :aria-label="`Kind of ${glaze.code}`"
        @change="card({ kind: $event })"
      >
        <el-option v-for="k in kinds" :key="k" :value="k" />
      </el-select>
      <label
        >name
        <el-input
          :model-value="glaze.name"
          size="small"
          :aria-label="`Name of ${glaze.code}`"
          @change="card({ name: $event })"
      /></label>
      <label
        >cones
        <el-input
          :model-value="glaze.cones"
          size="small"
          :aria-label="`Cones of ${glaze.code}`"
          @change="card({ cones: $event })"
      /></label>
      <label
        >{{ glaze.rawUnknown ? "raw, not said yet" : "raw" }}
        <input
          type="color"
          :value="glaze.raw"
          :aria-label="`Colour of ${glaze.code} in the jar`"
          @change="card({ raw: ($event.target as HTMLInputElement).value })"
      /></label>
      <label
        >coats
        <el-input-number
          :model-value="glaze.coats"
          :min="0"
          :max="12"
          size="small"
          :aria-label="`Coats of ${glaze.code}, 0 for the rule of the house`"
          @change="card({ coats: Number($event ?? 0) })"
      /></label>
      <label v-for="[key, says, most, , step] in figures" :key="key"
        >{{ says }}
        <el-input-number
          :model-value="glaze[key] ?? 0"
          :min="0"
          :max="most"
          :step="step"
          :controls="step > 0.01"
          size="small"
          :aria-label="`${says}, ${glaze.code}; 0 as usual`"
          @change="card({ [key]: Number($event ?? 0) })"
      /></label>
      <el-select
        :model-value="glaze.ware"
        size="small"
        :aria-label="`What ${glaze.code} may go on`"
        :empty-values="[null, undefined]"
        @change="card({ ware: $event })"
      >
        <el-option value="" label="on greenware and bisque" />
        <el-option value="bisque" label="on bisque only" />
        <el-option value="greenware" label="on greenware only" />
      </el-select>
      <p class="soft num">
        One coat takes {{ perArea(glaze.spread.mlPerCM2) }},
        {{
          glaze.spread.lessons
            ? `learned from ${glaze.spread.lessons} drops of this jar`
            : "the usual figure: look into the jar before and after a lesson to learn it"
        }}.
      </p>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: 14px;
}
.card {
  display: grid;
  font-size: 13px;
  gap: 4px;
}
</style>

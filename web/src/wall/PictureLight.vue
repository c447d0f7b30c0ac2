<script lang="ts">
/** By what light a photograph was taken; "" where nobody knows. */
export type LightKind = "daylight" | "lamp" | "";
</script>

<script setup lang="ts">
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** By what light the photograph was taken, and what the patches of its cards are. */
const card = defineModel<Record<"white" | "grey" | "black", number>>("card", { required: true });
const by = defineModel<LightKind>("by", { required: true });
const lights: { key: LightKind; name: string }[] = [
  { key: "daylight", name: "daylight" },
  { key: "lamp", name: "a lamp" },
  { key: "", name: "not known" },
];
</script>

<template>
  <div class="light">
    <span>Taken by</span>
    <ChoiceBar v-model="by" label="Taken by" :options="lights" joined />
  </div>
  <fieldset class="cards">
    <legend>The card's own L*</legend>
    <label v-for="k in ['white', 'grey', 'black'] as const" :key="k">
      {{ k }}
      <el-input-number
        :model-value="card[k]"
        :min="1"
        :max="100"
        :step="0.5"
        size="small"
        :aria-label="`L* of the ${k} patch`"
        @update:model-value="card = { ...card, [k]: $event ?? card[k] }"
      />
    </label>
  </fieldset>
</template>

<style scoped>
.light {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 10px;
}
.cards {
  border: 1px solid var(--line);
  padding: 6px 12px 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin: 0;
  font-size: 14px;
}
.cards .el-input-number {
  width: 92px;
}
</style>

<script setup lang="ts">
import { answer, api, type Schemas } from "@/api/client";
import { measures } from "@/lib/measures";
import { useChanged } from "@/lib/queries";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import { attempt } from "@/ui/messages";

/** What the school measures with, on every screen, tablet and print. */
type Units = Schemas["Units"];
const changed = useChanged();
const choices: { key: keyof Units; name: string; of: { key: string; name: string }[] }[] = [
  {
    key: "length",
    name: "Lengths",
    of: [
      { key: "mm", name: "mm" },
      { key: "in", name: "inches" },
    ],
  },
  {
    key: "volume",
    name: "Volumes",
    of: [
      { key: "mL", name: "mL" },
      { key: "oz", name: "ounces" },
    ],
  },
  {
    key: "heat",
    name: "Heat",
    of: [
      { key: "C", name: "°C" },
      { key: "F", name: "°F" },
    ],
  },
];
async function set(to: Partial<Units>) {
  const now = await attempt(answer(api.PUT("/units", { body: { ...measures.value, ...to } })));
  if (now) measures.value = now;
  await changed("units");
}
</script>

<template>
  <section aria-labelledby="units">
    <h2 id="units">Units</h2>
    <p class="soft">
      On every screen, tablet and print. Grams per mL stay: a bucket is weighed against water.
    </p>
    <div class="units">
      <ChoiceBar
        v-for="c in choices"
        :key="c.key"
        :model-value="measures[c.key]"
        :label="c.name"
        :options="c.of"
        joined
        @update:model-value="set({ [c.key]: $event })"
      />
    </div>
  </section>
</template>

<style scoped>
.units {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  padding: 6px 0 20px;
}
</style>

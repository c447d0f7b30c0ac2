<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** How the days of a timetable turn over. */
type Cycle = Schemas["Cycle"];
const cycle = defineModel<Cycle>({ required: true });
const kinds = [
  { key: "", name: "Every week alike" },
  { key: "weeks", name: "Weeks turn over", means: "Week A, week B, and so on" },
  { key: "days", name: "Days turn over", means: "Day 1, Day 2, counted from one school day to the next" },
] as const;
const set = (change: Partial<Cycle>) => (cycle.value = { ...cycle.value, ...change });
function choose(turning: string | number) {
  const to = turning as Cycle["turning"];
  set({ turning: to, length: to ? cycle.value.length || (to === "weeks" ? 2 : 6) : 0 });
}
const counted = computed(() => (cycle.value.turning === "weeks" ? "A day of week A" : "A Day 1"));
</script>

<template>
  <ChoiceBar
    label="How the days turn over"
    :model-value="cycle.turning"
    :options="kinds"
    joined
    @update:model-value="choose"
  />
  <div v-if="cycle.turning" class="how">
    <label>
      {{ cycle.turning === "weeks" ? "Weeks" : "Days" }}
      <select
        :value="cycle.length"
        @change="set({ length: Number(($event.target as HTMLSelectElement).value) })"
      >
        <option v-for="n in 5" :key="n" :value="n + 1">{{ n + 1 }}</option>
      </select>
    </label>
    <label>
      {{ counted }}
      <input
        type="date"
        :value="cycle.from"
        @change="set({ from: ($event.target as HTMLInputElement).value })"
      />
    </label>
    <label class="tick">
      <input
        type="checkbox"
        :checked="cycle.through"
        @change="set({ through: ($event.target as HTMLInputElement).checked })"
      />
      Holidays count as well
    </label>
  </div>
</template>

<style scoped>
.how {
  display: flex;
  gap: 14px;
  align-items: end;
  flex-wrap: wrap;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.tick {
  display: flex;
  align-items: center;
  min-height: 40px;
  font-weight: 400;
}
</style>

<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { weekdays } from "@/lessons/days";
import { useClasses } from "@/lib/useLists";

/** One bell: its day, its times, and who comes then. `dayless` where the day is known. */
defineProps<{
  named: string;
  turning: Schemas["Cycle"]["turning"];
  turns: { turn: number; name: string }[];
  dayless?: boolean;
}>();
const bell = defineModel<Schemas["Bell"]>({ required: true });
defineEmits<{ remove: [] }>();
const classes = useClasses();
function set(change: Partial<Schemas["Bell"]>) {
  bell.value = { ...bell.value, ...change };
}
const number = (e: Event) => Number((e.target as HTMLSelectElement).value) || undefined;
const text = (e: Event) => (e.target as HTMLInputElement).value;
</script>

<template>
  <li>
    <template v-if="!dayless">
      <select
        v-if="turning !== 'days'"
        :value="bell.weekday"
        :aria-label="`Day of ${named}`"
        @change="set({ weekday: number($event) })"
      >
        <option v-for="(d, n) in weekdays" :key="d" :value="n + 1">{{ d }}</option>
      </select>
      <select
        v-if="turning"
        :value="bell.turn ?? 0"
        :aria-label="`Turn of ${named}`"
        @change="set({ turn: number($event) })"
      >
        <option v-if="turning === 'weeks'" :value="0">every week</option>
        <option v-for="t in turns" :key="t.turn" :value="t.turn">{{ t.name }}</option>
      </select>
    </template>
    <input
      :value="bell.starts"
      type="time"
      :aria-label="`Start of ${named}`"
      @change="set({ starts: text($event) })"
    />
    <input
      :value="bell.ends"
      type="time"
      :aria-label="`End of ${named}`"
      @change="set({ ends: text($event) })"
    />
    <el-select
      :model-value="bell.classes"
      multiple
      :aria-label="`Classes of ${named}`"
      placeholder="Class"
      @update:model-value="set({ classes: $event as string[] })"
    >
      <el-option v-for="c in classes.taught.value" :key="c.id" :value="c.id" :label="c.name" />
    </el-select>
    <button type="button" :aria-label="`Remove ${named}`" @click="$emit('remove')">✕</button>
  </li>
</template>

<style scoped>
li {
  display: flex;
  gap: 6px;
  margin-bottom: 6px;
}
li > * {
  flex: 1 1 0;
  min-width: 0;
}
li > .el-select {
  flex: 1.6 1 0;
}
li > button {
  flex: 0 0 44px;
}
input[type="time"] {
  flex: 0 0 92px;
}
input[type="time"]::-webkit-calendar-picker-indicator {
  display: none;
}
.el-select :deep(.el-select__wrapper) {
  min-height: 40px;
  padding: 2px 6px;
}
@media (max-width: 720px) {
  li {
    flex-wrap: wrap;
    margin-bottom: 16px;
  }
  li > select {
    flex-basis: 40%;
  }
}
</style>

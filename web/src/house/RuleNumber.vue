<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { useUnits } from "@/lib/useUnits";

/** A figure of a rule; a length is typed in the school's unit. Rules keep mm. */
const value = defineModel<string>();
const props = defineProps<{ of: Schemas["Rule"] }>();
const { unit, inches, shown, kept } = useUnits();
const length = computed(() => props.of.unit === "mm" && inches.value);
const said = computed(() => (length.value ? unit.value : props.of.unit));
const typed = computed(() => (value.value ? String(shown(Number(value.value))) : ""));
/** What is being typed: it is no length yet. */
const draft = ref<string>();
function keep(now: string) {
  draft.value = undefined;
  const figure = Number(now);
  value.value = !now || Number.isNaN(figure) ? now : String(Math.round(kept(figure) * 10) / 10);
}
</script>

<template>
  <span class="number">
    <el-input
      v-if="length"
      :model-value="draft ?? typed"
      :aria-label="`${of.name}, ${said}`"
      inputmode="decimal"
      @input="draft = $event"
      @change="keep"
    />
    <el-input v-else v-model="value" :aria-label="`${of.name}, ${said}`" inputmode="decimal" />
    {{ said }}
  </span>
</template>

<style scoped>
.number {
  display: flex;
  gap: 8px;
  align-items: center;
}
.el-input {
  width: 96px;
}
</style>

<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Things that carry numbers, each ticked as it comes back: one is missed at a glance. */
defineProps<{ tools: Schemas["PutOutTool"][]; ticked: { has(item: string): boolean } }>();
const emit = defineEmits<{ tick: [item: string] }>();
</script>

<template>
  <p class="chips num">
    <button
      v-for="b in tools"
      :key="b.item"
      type="button"
      role="checkbox"
      :aria-checked="ticked.has(b.item)"
      :aria-label="`${b.name}, ${b.why}`"
      @click="emit('tick', b.item)"
    >
      {{ b.numbers![0] }}
    </button>
  </p>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  margin: 6px 0;
}
button {
  font: inherit;
  min-width: 44px;
  min-height: 36px;
  border: 1px solid var(--ink);
  background: var(--paper);
  cursor: pointer;
}
button[aria-checked="true"] {
  color: var(--soft);
  border-color: var(--line-strong);
  text-decoration: line-through;
}
@media (pointer: coarse) {
  button {
    min-width: 56px;
    min-height: 52px;
  }
}
</style>

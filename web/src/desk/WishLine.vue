<script setup lang="ts">
import { computed } from "vue";
import type { Schemas, Tile } from "@/api/client";

/** What the student wished for, the best first; a tile is taken for the chosen surface. */
const props = defineProps<{ wish: Schemas["Wish"]; tiles: Tile[]; surface: string }>();
const emit = defineEmits<{ give: [tile: Tile] }>();
const wished = computed(() =>
  props.wish.tiles.flatMap((code) => props.tiles.find((t) => t.code === code) ?? []),
);
</script>

<template>
  <section class="wish" aria-label="Wishes of the student">
    <b>Wished for</b>
    <button
      v-for="t in wished"
      :key="t.code"
      type="button"
      :aria-label="`${t.code}, take it for ${surface}`"
      @click="emit('give', t)"
    >
      <span :style="{ background: t.fired }" aria-hidden="true" />{{ t.code }}
    </button>
    <span v-if="wish.text">“{{ wish.text }}”</span>
  </section>
</template>

<style scoped>
.wish {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 6px 12px;
}
button {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 10px 0 0;
  cursor: pointer;
  font-weight: 640;
}
button span {
  width: 34px;
  height: 34px;
}
</style>

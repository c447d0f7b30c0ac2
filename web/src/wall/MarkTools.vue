<script setup lang="ts">
import type { Mark } from "@/wall/useRack";

/** What a drag on the photograph marks, and the shape of the grid. */
const tool = defineModel<Mark["kind"] | "grid">("tool", { required: true });
const columns = defineModel<number>("columns", { required: true });
const rows = defineModel<number>("rows", { required: true });
const emit = defineEmits<{ place: [] }>();
const tools = [
  ["grey", "Grey patch"],
  ["white", "White patch"],
  ["black", "Black patch"],
  ["grid", "Grid of tiles"],
  ["tile", "Single box"],
] as const;
</script>

<template>
  <div class="tools" role="toolbar" aria-label="What a drag marks">
    <button
      v-for="[key, name] in tools"
      :key="key"
      type="button"
      :aria-pressed="tool === key"
      @click="tool = key"
    >
      {{ name }}
    </button>
    <el-button size="small" @click="emit('place')">Place one</el-button>
    <label>
      columns
      <el-input-number v-model="columns" :min="1" :max="30" aria-label="Columns of the grid" size="small" />
    </label>
    <label
      >rows <el-input-number v-model="rows" :min="1" :max="30" aria-label="Rows of the grid" size="small"
    /></label>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 0;
  align-items: center;
  margin-bottom: 8px;
}
.tools button {
  border: 1px solid var(--line-strong);
  border-right-width: 0;
  background: var(--paper);
  padding: 0 11px;
  min-height: 36px;
  cursor: pointer;
}
.tools button:last-of-type {
  border-right-width: 1px;
}
.tools button[aria-pressed="true"] {
  background: var(--ink);
  color: #fff;
}
.tools > .el-button {
  margin-left: 10px;
}
.tools label {
  margin-left: 12px;
  font-size: 14px;
}
.el-input-number {
  width: 92px;
}
</style>

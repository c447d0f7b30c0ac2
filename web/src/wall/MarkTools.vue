<script setup lang="ts">
import type { Mark } from "@/wall/useRack";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** What a drag on the photograph marks, and the shape of the grid. */
const tool = defineModel<Mark["kind"] | "grid">("tool", { required: true });
const columns = defineModel<number>("columns", { required: true });
const rows = defineModel<number>("rows", { required: true });
const emit = defineEmits<{ place: [] }>();
const tools: { key: Mark["kind"] | "grid"; name: string }[] = [
  { key: "grey", name: "Grey patch" },
  { key: "white", name: "White patch" },
  { key: "black", name: "Black patch" },
  { key: "grid", name: "Grid of tiles" },
  { key: "tile", name: "Single box" },
];
</script>

<template>
  <div class="tools">
    <ChoiceBar v-model="tool" label="What a drag marks" :options="tools" joined />
    <el-button size="small" @click="emit('place')">Add a mark</el-button>
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

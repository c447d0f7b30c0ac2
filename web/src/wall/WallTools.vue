<script setup lang="ts">
import { toTheWork } from "@/ui/useKeys";
import type { TileOrder } from "@/lib/queries";
import { useWall } from "@/wall/useWall";
import ClaySelect from "@/ui/ClaySelect.vue";

/** What hangs on the wall and how: words, clay, labels, order, density, and whose eyes it is seen with. */
const filter = defineModel<{ clay?: string; stock: boolean; food: boolean; words: string }>({
  required: true,
});
const wall = useWall();
const orders = [
  ["code", "by code"],
  ["glaze", "by glaze"],
  ["hue", "by hue"],
  ["lightness", "light to dark"],
  ["place", "as on the wall"],
] as const;
const emit = defineEmits<{ near: [] }>();
function hang(order: TileOrder | "near") {
  toTheWork();
  if (order === "near") return emit("near");
  wall.near = undefined;
  wall.order = order;
}
const visions = [
  ["", "usual sight"],
  ["protan", "without red (protan)"],
  ["deutan", "without green (deutan)"],
  ["tritan", "without blue (tritan)"],
] as const;
</script>

<template>
  <div class="tools">
    <el-input v-model="filter.words" placeholder="Code or name" aria-label="Code or name" clearable />
    <ClaySelect
      v-model="filter.clay"
      placeholder="Clay of the class"
      aria-label="Clay"
      clearable
      :empty-values="[null, undefined]"
      @clear="filter.clay = undefined"
    >
      <el-option value="" label="Every clay" />
    </ClaySelect>
    <el-checkbox v-model="filter.stock" label="in stock" />
    <el-checkbox v-model="filter.food" label="food label" />
    <el-select :model-value="wall.near ? 'near' : wall.order" aria-label="Order of the wall" @change="hang">
      <el-option v-for="[key, name] in orders" :key="key" :value="key" :label="name" />
      <el-option value="near" :label="wall.near ? `nearest to ${wall.near.name}` : 'nearest to a tile'" />
    </el-select>
    <el-select
      v-model="wall.vision"
      aria-label="Seen with"
      :empty-values="[null, undefined]"
      @change="toTheWork"
    >
      <el-option v-for="[key, name] in visions" :key="key" :value="key" :label="name" />
    </el-select>
    <el-checkbox v-model="wall.dense" label="small" />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  gap: 8px 12px;
  align-items: center;
  flex-wrap: wrap;
  margin-bottom: 12px;
}
.tools .el-input,
.tools .el-select {
  width: 168px;
}
.tools .el-checkbox {
  margin-right: 0;
}
</style>

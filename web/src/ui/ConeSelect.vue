<script setup lang="ts">
import { useGuide } from "@/lib/useLists";

/** One of the cones, the coolest first. What a select takes is handed on. */
defineProps<{ modelValue?: string; short?: boolean }>();
const emit = defineEmits<{ "update:modelValue": [cone: string] }>();
const guide = useGuide();
</script>

<template>
  <el-select :model-value="modelValue" @update:model-value="emit('update:modelValue', $event)">
    <el-option
      v-for="c in guide.data.value?.cones"
      :key="c.cone"
      :value="c.cone"
      :label="short ? c.cone : `cone ${c.cone}`"
    />
  </el-select>
</template>

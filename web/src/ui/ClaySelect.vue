<script setup lang="ts">
import { useClays } from "@/lib/useLists";

/** One of the room's clays, by its code. What a select takes is handed on: label, placeholder, change. */
defineProps<{ modelValue?: string; short?: boolean }>();
const emit = defineEmits<{ "update:modelValue": [code: string] }>();
const clays = useClays();
</script>

<template>
  <el-select :model-value="modelValue" @update:model-value="emit('update:modelValue', $event)">
    <slot />
    <el-option
      v-for="c in clays.data.value"
      :key="c.code"
      :value="c.code"
      :label="short ? c.code : `${c.name} (${c.code})`"
    />
  </el-select>
</template>

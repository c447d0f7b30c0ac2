<script setup lang="ts">
import { useClasses } from "@/lib/useLists";

/** One or several of the classes, by their ids. The slot holds what stands before them: "All classes". */
defineProps<{ modelValue?: string | string[] }>();
const emit = defineEmits<{ "update:modelValue": [ids: string | string[]] }>();
const classes = useClasses();
</script>

<template>
  <el-select :model-value="modelValue" @update:model-value="emit('update:modelValue', $event)">
    <slot />
    <el-option v-for="c in classes.taught.value" :key="c.id" :value="c.id" :label="c.name" />
  </el-select>
</template>

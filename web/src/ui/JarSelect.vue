<script setup lang="ts">
import { computed } from "vue";
import { useGlazes } from "@/lib/useLists";

/** One or several of the room's jars, by their codes. `simple` leaves out what was mixed of others. */
const props = defineProps<{ modelValue?: string | string[]; simple?: boolean }>();
const emit = defineEmits<{ "update:modelValue": [codes: string | string[]] }>();
const glazes = useGlazes();
const jars = computed(() => glazes.data.value?.filter((g) => !props.simple || !g.recipe.length));
</script>

<template>
  <el-select
    :model-value="modelValue"
    filterable
    collapse-tags
    @update:model-value="emit('update:modelValue', $event)"
  >
    <el-option v-for="g in jars" :key="g.code" :value="g.code" :label="`${g.code} ${g.name}`" />
  </el-select>
</template>

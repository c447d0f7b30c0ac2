<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { ref, watch } from "vue";

/**
 * Keeps the room that its content took, once it is gone: what stands below does not move under a finger.
 * Another `of` begins anew.
 */
const props = defineProps<{ of: string }>();
const inner = ref<HTMLElement>();
const { height } = useElementSize(inner);
const room = ref(0);
watch(
  () => props.of,
  () => (room.value = 0),
);
watch(height, (now) => (room.value = Math.max(room.value, now)));
</script>

<template>
  <div :style="{ minHeight: `${room}px` }">
    <div ref="inner"><slot /></div>
  </div>
</template>

<script setup lang="ts">
import { computed } from "vue";

/**
 * A patch of glaze: chalky where raw, plain where fired, hatched where no tile knows.
 * It is drawn by the style sheet alone, so that a wall of hundreds stays light.
 */
const props = defineProps<{ raw?: string; fired?: string; colours: "chalk" | "fired" }>();
const known = computed(() => (props.colours === "fired" ? props.fired : props.raw));
</script>

<template>
  <i
    class="face"
    :class="{ chalk: colours === 'chalk', unknown: !known }"
    :style="{ backgroundColor: known }"
    aria-hidden="true"
  />
</template>

<style scoped>
.face {
  display: block;
  width: 100%;
  height: 100%;
  print-color-adjust: exact;
}
.chalk {
  background-image:
    radial-gradient(circle at 22% 28%, rgb(255 255 255 / 30%) 0 0.9px, transparent 1.5px),
    radial-gradient(circle at 66% 55%, rgb(255 255 255 / 24%) 0 1.1px, transparent 1.8px),
    radial-gradient(circle at 40% 84%, rgb(255 255 255 / 20%) 0 0.7px, transparent 1.3px);
  background-size: 8px 8px;
}
.unknown {
  background-image: repeating-linear-gradient(45deg, #ededed 0 5px, #5c5c5c 5px 6px);
  background-size: auto;
}
</style>

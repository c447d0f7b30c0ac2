<script setup lang="ts">
import { computed, useId } from "vue";

/** A patch of glaze: chalky where raw, glossy where fired, hatched where no tile knows. */
const props = defineProps<{ raw?: string; fired?: string; look: "chalk" | "fired" }>();
const id = useId();
const known = computed(() => (props.look === "fired" ? props.fired : props.raw));
</script>

<template>
  <svg class="face" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
    <defs>
      <pattern :id="id" width="7" height="7" patternUnits="userSpaceOnUse">
        <rect v-if="look === 'fired' && !known" width="7" height="7" fill="#ededed" />
        <path v-if="look === 'fired' && !known" d="M-1 8 L8 -1" stroke="#5c5c5c" stroke-width="1.1" />
        <g v-if="look === 'chalk'" fill="#fff" fill-opacity=".42">
          <circle cx="1.2" cy="1.6" r=".8" />
          <circle cx="4.6" cy="3.2" r=".6" />
          <circle cx="2.6" cy="5.6" r=".9" />
          <circle cx="6.2" cy="6" r=".5" />
        </g>
      </pattern>
    </defs>
    <rect v-if="known" width="100" height="100" :fill="known" />
    <rect v-if="look === 'chalk' || !known" width="100" height="100" :fill="`url(#${id})`" />
  </svg>
</template>

<style scoped>
.face {
  display: block;
  width: 100%;
  height: 100%;
}
</style>

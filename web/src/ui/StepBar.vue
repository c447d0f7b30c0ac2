<script setup lang="ts">
import { useSwipe } from "@vueuse/core";
import { computed, ref } from "vue";

/** In the hand one piece at a time: the next by one press, or by a swipe over what stands in the slot. */
const props = defineProps<{ at: number; of: number; label: string }>();
const emit = defineEmits<{ step: [by: number] }>();
const held = ref<HTMLElement>();
useSwipe(held, {
  threshold: 60,
  onSwipeEnd: (_, direction) => {
    if (direction === "left") emit("step", 1);
    if (direction === "right") emit("step", -1);
  },
});
const first = computed(() => props.at <= 0);
const last = computed(() => props.at >= props.of - 1);
</script>

<template>
  <div ref="held">
    <slot />
    <nav class="steps" :aria-label="label">
      <button type="button" :disabled="first" @click="emit('step', -1)">← Previous</button>
      <span class="num">{{ of ? at + 1 : 0 }} of {{ of }}</span>
      <button type="button" :disabled="last" @click="emit('step', 1)">Next →</button>
    </nav>
  </div>
</template>

<style scoped>
.steps {
  position: sticky;
  bottom: calc(62px + var(--notices));
  z-index: 3;
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  gap: 10px;
  align-items: center;
  padding: 8px 0;
  background: var(--ground);
}
button {
  min-height: 52px;
  border: 2px solid var(--ink);
  background: var(--paper);
  font-size: 18px;
  font-weight: 640;
}
button:disabled {
  opacity: 0.4;
}
</style>

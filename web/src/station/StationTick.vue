<script setup lang="ts">
/** A line of a list at a tablet, ticked with a finger. */
defineProps<{ name: string; why: string; done: boolean }>();
defineEmits<{ tick: [] }>();
</script>

<template>
  <li>
    <button
      type="button"
      role="checkbox"
      :aria-checked="done"
      :aria-label="`${name}: ${why}`"
      @click="$emit('tick')"
    >
      <i aria-hidden="true">{{ done ? "▣" : "▢" }}</i>
    </button>
    <span
      ><b>{{ name }}</b> {{ why }}</span
    >
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 52px 1fr;
  align-items: center;
  border-top: 1px solid var(--line);
}
button {
  border: 0;
  background: none;
  min-height: 52px;
  font-size: 26px;
}
i {
  font-style: normal;
}
</style>

<script setup lang="ts">
/** A line of a list that is ticked when it is done. */
defineProps<{ label: string; done: boolean }>();
defineEmits<{ tick: [done: boolean] }>();
</script>

<template>
  <li :class="{ done }">
    <button
      type="button"
      role="checkbox"
      :aria-checked="done"
      :aria-label="label"
      @click="$emit('tick', !done)"
    >
      <span aria-hidden="true">{{ done ? "▣" : "▢" }}</span>
    </button>
    <span class="what"><slot /></span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr);
  align-items: center;
  min-height: 36px;
  border-top: 1px solid var(--line);
}
button {
  border: 0;
  background: none;
  font-size: 20px;
  width: 34px;
  height: 36px;
  cursor: pointer;
  padding: 0;
}
.done .what {
  color: var(--soft);
}
@media (pointer: coarse) {
  li,
  button {
    min-height: 44px;
  }
}
@media print {
  li {
    min-height: 24px;
  }
  button {
    height: 22px;
  }
}
</style>

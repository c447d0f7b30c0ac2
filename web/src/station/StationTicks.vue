<script setup lang="ts">
/** A list at a tablet, ticked with a finger. */
defineProps<{ lines: { item: string; name: string; why: string }[]; ticked: ReadonlySet<string> }>();
defineEmits<{ tick: [item: string] }>();
</script>

<template>
  <ul>
    <li v-for="l in lines" :key="l.item">
      <button
        type="button"
        role="checkbox"
        :aria-checked="ticked.has(l.item)"
        :aria-label="`${l.name}: ${l.why}`"
        @click="$emit('tick', l.item)"
      >
        <i aria-hidden="true">{{ ticked.has(l.item) ? "▣" : "▢" }}</i>
      </button>
      <span
        ><b>{{ l.name }}</b> {{ l.why }}</span
      >
    </li>
  </ul>
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

<script setup lang="ts">
/** What a young student thinks of a piece, by three faces on lumps of clay. */
defineProps<{ chosen?: string }>();
const emit = defineEmits<{ choose: [text: string, again: boolean] }>();
const lump = "M12 40 C6 22 20 8 40 9 C62 8 76 22 70 42 C72 60 58 70 40 69 C20 71 8 58 12 40 Z";
const faces = [
  { text: "I am glad with it.", name: "Glad", again: true, mouth: "M26 46 C32 58 48 58 54 46" },
  { text: "It is all right.", name: "So-so", again: true, mouth: "M27 51 L53 51" },
  { text: "I am not glad with it.", name: "Not glad", again: false, mouth: "M26 56 C32 46 48 46 54 56" },
];
</script>

<template>
  <div class="faces" role="group" aria-label="What do you think of it?">
    <button
      v-for="f in faces"
      :key="f.name"
      type="button"
      :aria-pressed="chosen === f.text"
      @click="emit('choose', f.text, f.again)"
    >
      <svg viewBox="0 0 80 78" aria-hidden="true">
        <path :d="lump" class="clay" />
        <ellipse cx="30" cy="33" rx="3.4" ry="5" />
        <ellipse cx="50" cy="33" rx="3.4" ry="5" />
        <path :d="f.mouth" class="mouth" />
      </svg>
      {{ f.name }}
    </button>
  </div>
</template>

<style scoped>
.faces {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
}
button {
  display: grid;
  justify-items: center;
  gap: 4px;
  min-width: 150px;
  padding: 12px;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  font-size: 18px;
  cursor: pointer;
}
button[aria-pressed="true"] {
  border-color: var(--ink);
  border-width: 4px;
  padding: 10px;
}
svg {
  width: 104px;
}
.clay {
  fill: #dcdcdc;
  stroke: #4a4a4a;
  stroke-width: 2.5;
}
.mouth {
  fill: none;
  stroke: #222;
  stroke-width: 4;
  stroke-linecap: round;
}
</style>

<script setup lang="ts">
import type { Piece } from "@/api/client";
import PieceSketch from "@/ui/PieceSketch.vue";

/** What came out, in the order of unloading, and what was said of it. */
defineProps<{ queue: Piece[]; index: number }>();
const emit = defineEmits<{ pick: [piece: string] }>();
</script>

<template>
  <ol class="queue" aria-label="Pieces that came out">
    <li v-for="(p, i) in queue" :key="p.id">
      <button type="button" :aria-current="i === index || undefined" @click="emit('pick', p.id)">
        <PieceSketch :piece="p" class="small" />
        <b>{{ p.student }} {{ p.mark }}</b>
        <span class="soft">{{ p.title }}</span>
        <span :class="{ soft: p.stage === 'results' }">{{ p.outcome?.says }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.queue {
  max-height: 76vh;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--sheet);
}
li {
  border-bottom: 1px solid var(--line);
}
button {
  display: grid;
  width: 100%;
  grid-template-columns: 1fr auto;
  text-align: left;
  border: 0;
  background: none;
  padding: 8px 12px;
  cursor: pointer;
  font-size: 14px;
  line-height: 1.3;
}
button[aria-current] {
  background: #fff;
  box-shadow: inset 6px 0 var(--ink);
}
.small {
  grid-area: 1 / 2 / 4 / 3;
  width: 66px;
  height: 46px;
}
@media (max-width: 1100px) {
  .queue {
    max-height: 220px;
  }
}
</style>

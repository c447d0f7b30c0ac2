<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";

/** Coats that two hands logged within moments: the same coat, or the next? */
const props = defineProps<{ pieces: Piece[] }>();
const emit = defineEmits<{ settle: [piece: Piece, coat: string, what: "same" | "next"] }>();
const open = computed(() =>
  props.pieces.flatMap((piece) =>
    piece.surfaces.flatMap((surface) => (surface.doubts ?? []).map((coat) => ({ piece, surface, coat }))),
  ),
);
</script>

<template>
  <ul v-if="open.length" class="doubts" aria-label="Same coat or the next?">
    <li v-for="d in open" :key="d.coat.id">
      <span>
        <b>{{ d.piece.student }} {{ d.piece.mark }}, {{ d.surface.name }}:</b> {{ d.coat.by }} logged
        {{ d.coat.glaze }} moments after somebody else.
      </span>
      <el-button @click="emit('settle', d.piece, d.coat.id, 'same')">Same coat</el-button>
      <el-button @click="emit('settle', d.piece, d.coat.id, 'next')">The next coat</el-button>
    </li>
  </ul>
</template>

<style scoped>
.doubts {
  border: 2px solid var(--ink);
  background: var(--paper);
  margin-bottom: 14px;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 7px 12px;
  flex-wrap: wrap;
}
li span {
  flex: 1;
  min-width: 240px;
}
li .el-button + .el-button {
  margin-left: 0;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Piece, Tile } from "@/api/client";
import OfferLine from "@/desk/OfferLine.vue";

/** What the student is offered to try, and wished for, the best first; a tile is taken for the chosen surface. */
const props = defineProps<{ piece: Piece; tiles: Tile[]; surface: string }>();
const emit = defineEmits<{ give: [tile: Tile] }>();
const wished = computed(() =>
  (props.piece.wish?.tiles ?? []).flatMap((code) => props.tiles.find((t) => t.code === code) ?? []),
);
</script>

<template>
  <OfferLine v-if="piece.offer" :piece="piece" :offer="piece.offer" />
  <section v-if="piece.wish" class="wish" aria-label="Wishes of the student">
    <b>{{ wished.length || piece.wish.text ? "Wished for" : "Wishes:" }}</b>
    <button
      v-for="t in wished"
      :key="t.code"
      type="button"
      :aria-label="`${t.code}, take it for ${surface}`"
      @click="emit('give', t)"
    >
      <span :style="{ background: t.fired }" aria-hidden="true" />{{ t.code }}
    </button>
    <span v-if="piece.wish.willing" class="soft">would try a stack nobody has fired</span>
    <span v-if="piece.wish.text">“{{ piece.wish.text }}”</span>
  </section>
</template>

<style scoped>
.wish {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 6px 12px;
}
button {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 10px 0 0;
  cursor: pointer;
  font-weight: 640;
}
button span {
  width: 34px;
  height: 34px;
}
</style>

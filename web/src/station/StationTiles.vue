<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece, Tile } from "@/api/client";

/** Fired tiles on this piece's clay, to choose from: never from the colour in the jar. */
const props = defineProps<{ tiles: Tile[]; piece: Piece; chosen: string[] }>();
const emit = defineEmits<{ pick: [tile: Tile] }>();
const words = ref("");
const shown = computed(() =>
  props.tiles
    .filter((t) => t.clay === props.piece.clay && t.cone === props.piece.cone && t.inStock)
    .filter((t) => !props.piece.jars || t.stack.every((l) => props.piece.jars!.includes(l.glaze)))
    .filter((t) => `${t.code} ${t.title}`.toLowerCase().includes(words.value.trim().toLowerCase())),
);
</script>

<template>
  <input
    v-model="words"
    type="search"
    aria-label="Search the tiles"
    placeholder="Search tiles by code or name"
    autocomplete="off"
  />
  <ul class="tiles">
    <li v-for="t in shown" :key="t.code">
      <button type="button" :aria-pressed="chosen.includes(t.code)" @click="emit('pick', t)">
        <span class="face" :style="{ background: t.fired }" aria-hidden="true">
          <i class="raw" :style="{ background: t.raw }" />
        </span>
        <span
          ><b>{{ chosen.includes(t.code) ? `${chosen.indexOf(t.code) + 1}. ` : "" }}{{ t.code }}</b>
          {{ t.title }}<em v-if="t.doubt">▲ {{ t.doubt }}</em></span
        >
      </button>
    </li>
  </ul>
</template>

<style scoped>
.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px;
  margin-top: 10px;
}
button {
  width: 100%;
  height: 100%;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  padding: 0 0 6px;
  cursor: pointer;
  font-size: 15px;
  line-height: 1.25;
  display: grid;
  gap: 6px;
  text-align: left;
}
em {
  display: block;
  font-style: normal;
  font-size: 13.5px;
}
.raw {
  position: absolute;
  right: 5px;
  bottom: 5px;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  border: 2px solid #fff;
}
button span:last-child {
  padding: 0 8px;
}
.face {
  position: relative;
  height: 62px;
}
[aria-pressed="true"] {
  border: 4px solid var(--ink);
}
</style>

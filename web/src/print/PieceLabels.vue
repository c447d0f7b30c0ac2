<script setup lang="ts">
import type { Piece } from "@/api/client";

/** A label for each piece: name, mark, what it is, and a code that names it. */
defineProps<{ pieces: Piece[]; title: string; className: string }>();
</script>

<template>
  <ul class="labels">
    <li v-for="p in pieces" :key="p.id">
      <img :src="`/api/pieces/${p.id}/qr`" :alt="`Code of ${p.student}'s piece`" />
      <span class="mark">{{ p.mark }}</span>
      <span>
        <b>{{ p.student }}</b><br />{{ className }}<br />{{ title }}<br />cone {{ p.cone }}, {{ p.clay }}
      </span>
    </li>
  </ul>
</template>

<style scoped>
.labels {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
  margin-top: 12px;
}
li {
  border: 1px dashed #888;
  padding: 6px 8px;
  display: grid;
  grid-template-columns: 64px auto 1fr;
  gap: 8px;
  align-items: center;
  font-size: 12px;
  line-height: 1.25;
  break-inside: avoid;
}
img {
  width: 64px;
}
.mark {
  font-size: 24px;
}
</style>

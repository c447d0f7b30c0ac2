<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** What is missing where food touches, piece by piece, to go with each of them. No piece is ever called safe. */
defineProps<{ lines: Schemas["FoodLine"][] }>();
</script>

<template>
  <p v-if="!lines.length" class="soft">Nothing of it is made for food.</p>
  <ul class="pieces">
    <li v-for="l in lines" :key="l.id">
      <b>{{ l.student }} {{ l.mark }}</b>
      <p v-for="f in l.food" :key="f.surface">
        <b>{{ f.name }}</b> {{ f.missing.length ? f.missing.join(" ") : f.says }}
      </p>
    </li>
  </ul>
  <p class="caution">
    A food label is its maker's claim for one glaze, fired to its cone and fully covering. Layering, mixing,
    crazing and missed spots void it; only a laboratory's leach test proves a stack.
  </p>
</template>

<style scoped>
.pieces {
  columns: 2;
  column-gap: 22px;
  margin: 10px 0;
}
li {
  break-inside: avoid;
  border-top: 1px solid #888;
  padding: 4px 0 6px;
  font-size: 12px;
  line-height: 1.3;
}
</style>

<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** What is missing where food or a mouth touches. It is never called safe. */
defineProps<{ food: Schemas["Eaten"][] }>();
</script>

<template>
  <section v-if="food.length" class="food" aria-labelledby="food">
    <h3 id="food">Where food touches</h3>
    <ul>
      <li v-for="f in food" :key="f.surface">
        <b>{{ f.name }}</b>
        <span v-if="!f.missing.length">{{ f.says }}</span>
        <span v-for="why in f.missing" :key="why">{{ why }}</span>
      </li>
    </ul>
    <p class="caution">
      The label is its maker's claim for one glaze at its cone, fully covering. Crazing and missed spots void
      it.
    </p>
  </section>
</template>

<style scoped>
.food {
  display: grid;
  gap: 6px;
  font-size: 14px;
}
li {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 0 10px;
  padding: 3px 0;
  border-top: 1px solid var(--line);
}
li span {
  grid-column: 2;
}
</style>

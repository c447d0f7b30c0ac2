<script setup lang="ts">
import { computed } from "vue";
import type { Piece, Schemas } from "@/api/client";

/**
 * A label to go home with each piece: whose it is, and for each surface that food or a mouth touches what
 * speaks against using it so. It never says that a piece is safe.
 */
const props = defineProps<{
  pieces: Piece[];
  title: string;
  className: string;
  food: Schemas["FoodLine"][];
}>();
const foodOf = computed(() => new Map(props.food.map((f) => [f.id, f.food])));
</script>

<template>
  <p v-if="!pieces.some((p) => p.outcome)" class="soft">None of it is out of the kiln yet.</p>
  <ul class="labels">
    <li v-for="p in pieces.filter((one) => one.outcome)" :key="p.id">
      <h3>
        {{ p.student }} <span class="mark">{{ p.mark }}</span>
      </h3>
      <p>{{ title }}, {{ className }}</p>
      <p v-if="p.outcome?.grind">
        <b>Sharp drips: grind them off first, wet, with eye protection and a mask.</b>
      </p>
      <p v-for="f in foodOf.get(p.id) ?? []" :key="f.surface">
        <b>{{ f.name }}</b> {{ f.missing.length ? f.missing.join(" ") : f.says }}
      </p>
      <p v-if="!foodOf.get(p.id)?.length">Not made for food: for the eye.</p>
    </li>
  </ul>
  <p class="caution">
    Labels of glazes and local rules decide about food. Crazing can show days later, and voids what a label
    says.
  </p>
</template>

<style scoped>
.labels {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin: 12px 0;
}
li {
  border: 1px dashed #888;
  padding: 6px 10px;
  break-inside: avoid;
  font-size: 12px;
  line-height: 1.3;
}
h3 {
  margin: 0;
  font-size: 15px;
}
.mark {
  font-weight: 350;
}
p {
  margin: 2px 0;
}
</style>

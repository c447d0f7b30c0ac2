<script setup lang="ts">
import { useGlazes } from "@/lib/useLists";
import JarFields from "@/stock/JarFields.vue";
import PlaceLink from "@/ui/PlaceLink.vue";

/** The jars of the room, typed from their labels; the last ones added are shown. */
const glazes = useGlazes();
</script>

<template>
  <p class="why">
    Read code and name from the label; kind and cones when they differ from the last. Ten jars will do for a
    first lesson. How full they are, and their prices, can follow in
    <PlaceLink to="/stock">Stock</PlaceLink>.
  </p>
  <JarFields />
  <ul class="shelf" aria-label="Jars of the room">
    <li v-for="g in glazes.data.value" :key="g.code">
      <i :style="{ background: g.raw }" aria-hidden="true" /><span class="code">{{ g.code }}</span>
      {{ g.name }}
    </li>
  </ul>
</template>

<style scoped>
.why {
  max-width: 80ch;
  margin-bottom: 16px;
}
.shelf {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 4px 18px;
  max-height: 300px;
  overflow: auto;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
}
i {
  width: 20px;
  height: 26px;
  border: 1px solid #666;
  border-top-width: 5px;
}
</style>

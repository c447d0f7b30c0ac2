<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** The piece from below, to scale: what touches the shelf, and how far out it stays bare. */
defineProps<{ under: Schemas["Under"]; says: string }>();
</script>

<template>
  <figure v-if="under.width">
    <svg
      :viewBox="`${under.left - 4} ${under.top - 4} ${under.width + 8} ${under.height + 8}`"
      role="img"
      :aria-label="`From below: ${says}`"
    >
      <path :d="under.limit" class="limit" fill-rule="evenodd" />
      <path :d="under.contact" class="contact" fill-rule="evenodd" />
    </svg>
    <figcaption>
      from below: <b>dark</b> stands on the shelf, <b>dashed</b> is how far out it stays bare
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  grid-template-columns: 84px 1fr;
  gap: 10px;
  align-items: center;
}
svg {
  width: 84px;
  height: 72px;
}
.contact {
  fill: #3a3a3a;
}
.limit {
  fill: #fff;
  stroke: #111;
  stroke-width: 1.4px;
  stroke-dasharray: 4 3;
  vector-effect: non-scaling-stroke;
}
figcaption {
  font-size: 13px;
  line-height: 1.3;
}
</style>

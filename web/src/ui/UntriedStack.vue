<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { sayStack } from "@/lib/stack";
import GlazeFace from "@/ui/GlazeFace.vue";

/** A stack that nobody has fired: each of its glazes alone, as far as it is known, and what they become together, which is not. */
defineProps<{ offer: Schemas["Offer"] }>();
</script>

<template>
  <div class="untried">
    <template v-for="(f, i) in offer.faces" :key="i">
      <figure>
        <span class="pair">
          <GlazeFace :raw="f.raw" colours="chalk" />
          <GlazeFace :fired="f.fired" colours="fired" />
        </span>
        <figcaption>{{ f.glaze }} {{ f.name }}{{ f.fired ? "" : ", no tile" }}</figcaption>
      </figure>
      <b aria-hidden="true">{{ i + 1 < offer.faces.length ? "+" : "=" }}</b>
    </template>
    <figure>
      <span class="pair whole"><GlazeFace colours="fired" /></span>
      <figcaption>{{ sayStack(offer.stack) }}: nobody knows</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.untried {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
figure {
  margin: 0;
  width: 128px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 58px;
  border: 1px solid var(--line-strong);
}
.pair.whole {
  grid-template-columns: 1fr;
}
figcaption {
  font-size: 15px;
  line-height: 1.25;
  min-height: 2.5em;
  margin-top: 3px;
}
b {
  font-size: 24px;
  margin-bottom: 2em;
}
</style>

<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** The figures of a plan in words: how high it stays bare and why, and how much glaze it takes. */
defineProps<{ band: Schemas["Band"]; amounts: Schemas["Amount"][] }>();
</script>

<template>
  <p class="band num">
    Bare to {{ band.heightMM }} mm above the shelf:
    {{ band.parts.map((p) => `${p.why} ${p.mm} mm`).join(" + ") }}.
    <template v-for="b in band.bare" :key="b.surface">
      <span v-if="b.outlineMM">
        Draw a circle {{ b.outlineMM.toFixed(0) }} mm around the point it stands on.
      </span>
    </template>
    <template v-if="amounts.length">
      <br />It takes about
      {{
        amounts
          .map((a) => `${a.ml.toFixed(0)} mL of ${a.glaze} (${a.cups} ${a.cups > 1 ? "cups" : "cup"})`)
          .join(", ")
      }}.
    </template>
  </p>
</template>

<style scoped>
p {
  font-size: 14px;
}
</style>

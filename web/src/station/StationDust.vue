<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Before the first coat: the damp sponge. After it, the one question whether it was wiped. */
defineProps<{ dust: Schemas["Dust"]; pictures?: boolean }>();
const emit = defineEmits<{ clean: [text?: "rinse" | "before" | "not"] }>();
</script>

<template>
  <section class="dust" aria-label="Dust on the clay">
    <template v-if="dust.asked">
      <p>Was it wiped before its first coat?</p>
      <p class="row">
        <button type="button" class="plain" @click="emit('clean', 'before')">Yes</button>
        <button type="button" class="plain" @click="emit('clean', 'not')">No</button>
      </p>
    </template>
    <template v-else>
      <p>
        <b>First a damp sponge.</b>
        <template v-if="!pictures"> Dust makes glaze crawl. {{ dust.mind }}</template>
      </p>
      <p class="row">
        <button type="button" class="plain" @click="emit('clean')">Wiped</button>
        <button type="button" class="plain" @click="emit('clean', 'rinse')">Rinsed</button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.dust {
  border: 3px solid var(--ink);
  background: var(--paper);
  padding: 12px 16px;
  display: grid;
  gap: 10px;
  font-size: 18px;
}
.row {
  display: flex;
  gap: 8px;
}
.row button {
  flex: 1;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import { resistCaution, resistDue, resistEvent } from "@/lib/resist";
import { useTablet } from "@/station/useStation";

/** Wax or latex before the first coat; after the last one the latex comes off. One large target each. */
const props = defineProps<{ piece: Piece; pictures?: boolean; peels?: boolean }>();
const station = useTablet();
const due = computed(() => {
  const tapped = station.outbox.taps.value.filter((t) => t.event.piece === props.piece.id);
  return props.piece.surfaces
    .map((s) => ({ s, due: resistDue(props.piece, s) }))
    .filter(
      (x) =>
        x.due &&
        (x.due === "peel") === !!props.peels &&
        !tapped.some(
          (t) => (t.event.kind === "resist" || t.event.kind === "peel") && t.event.surface === x.s.id,
        ),
    );
});
</script>

<template>
  <section v-for="x in due" :key="x.s.id" class="resist" :aria-label="`${x.due} on ${x.s.name}`">
    <p>
      <b v-if="x.due === 'peel'">Peel the latex: {{ x.s.name }}</b>
      <b v-else>First {{ x.due }}: {{ x.s.name }}</b>
      <span v-if="x.due !== 'peel' && !pictures" class="soft"> {{ resistCaution[x.due!] }}</span>
    </p>
    <button type="button" class="plain" @click="station.outbox.push(resistEvent(piece.id, x.s.id, x.due!))">
      {{ x.due === "peel" ? "Peeled" : x.due === "wax" ? "Wax is on" : "Latex is on" }}
    </button>
  </section>
</template>

<style scoped>
.resist {
  border: 3px solid var(--ink);
  background: var(--paper);
  padding: 12px 16px;
  display: grid;
  gap: 8px;
  font-size: 18px;
}
.soft {
  display: block;
}
</style>

<script setup lang="ts">
import { ref } from "vue";
import type { Schemas } from "@/api/client";
import { coatOf, parts, type PartDone } from "@/lib/stroke";
import { useTablet } from "@/station/useStation";

/** Asks one student whether the coat in hand is half done, and which half: next time it begins there. */
const props = defineProps<{ ask: Schemas["HalfQuestion"] }>();
const emit = defineEmits<{ answered: []; other: [] }>();
const station = useTablet();
const open = ref(false);
const halves = parts.filter((p) => /upper|lower|left|right/.test(p.key));
async function log(done: PartDone) {
  const piece = station.known.value.pieces.find((p) => p.id === props.ask.piece);
  const next = piece?.surfaces.find((s) => s.id === props.ask.surface)?.left[0];
  if (!next) return emit("other");
  await station.outbox.push({ ...coatOf(props.ask.piece, props.ask.surface, next), ...done });
  emit("answered");
}
</script>

<template>
  <div class="half" role="group" :aria-label="`Half a coat of ${ask.name}?`">
    <p>
      <b>{{ ask.name }}</b> {{ ask.called }}, coat {{ ask.nth }} of {{ ask.glaze }} {{ ask.glazeName }}
    </p>
    <p class="row">
      <button type="button" class="plain" @click="emit('answered')">No</button>
      <button type="button" class="plain" :aria-expanded="open" @click="open = !open">Yes</button>
    </p>
    <p v-if="open" class="row">
      <button v-for="h in halves" :key="h.key" type="button" class="plain" @click="log({ part: h.key })">
        {{ h.name }}
      </button>
      <button type="button" class="plain" @click="emit('other')">Another part</button>
    </p>
  </div>
</template>

<style scoped>
.half {
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
}
</style>

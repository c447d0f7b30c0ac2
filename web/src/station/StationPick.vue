<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import { byLabel } from "@/lib/label";
import { useTablet } from "@/station/useStation";
import { withTaps } from "@/station/useStroke";

/** Everybody of the class: a student finds the piece by name, by mark, or by its label. */
const station = useTablet();
const emit = defineEmits<{ pick: [piece: string] }>();
const words = ref("");
const input = ref<HTMLInputElement>();
/** A scanner at the tablet begins with "/": it types into the field wherever the eye is. */
useEventListener(window, "keydown", (e: KeyboardEvent) => {
  if (e.key !== "/" || e.target === input.value) return;
  e.preventDefault();
  words.value = "";
  input.value?.focus();
});
const shown = computed(() => {
  const want = words.value.trim().toLowerCase();
  const all = station.known.value.pieces;
  const scanned = byLabel(all, words.value);
  if (scanned) return [scanned];
  return all.filter((p) => !want || p.student.toLowerCase().includes(want) || p.mark.toLowerCase() === want);
});
const several = computed(() => new Set(station.known.value.pieces.map((p) => p.title)).size > 1);
function says(p: Piece) {
  if (p.unloaded && p.opinion === undefined) return "out of the kiln: say what you think";
  if (p.fired) return p.unloaded ? "fired" : "in the kiln";
  if (!p.revision && !p.surfaces.some((s) => s.on.length)) return "make a plan";
  const left = withTaps(p.surfaces, p.id, station.outbox.taps.value).reduce(
    (n, s) => n + (s.optional ? 0 : s.left.length),
    0,
  );
  if (!left && p.surfaces.some((s) => s.later)) return "waits for the bisque";
  return left ? `${left} ${left === 1 ? "coat" : "coats"} to go` : "all coats on";
}
function enter() {
  const [only] = shown.value;
  if (only) emit("pick", only.id);
}
</script>

<template>
  <label class="find">
    <span class="visually-hidden">Find your name</span>
    <input
      ref="input"
      v-model="words"
      type="search"
      autocomplete="off"
      placeholder="Your name, your mark, or scan your label"
      @keydown.enter.prevent="enter"
    />
  </label>
  <ul class="names">
    <li v-for="p in shown" :key="p.id">
      <button type="button" @click="emit('pick', p.id)">
        <span class="mark" aria-hidden="true">{{ p.mark === p.student ? "" : p.mark }}</span>
        <b>{{ p.student }}</b>
        <span>{{ several ? `${p.title}, ` : "" }}{{ says(p) }}</span>
      </button>
    </li>
  </ul>
  <p v-if="!shown.length" class="none">Nobody here is called that.</p>
</template>

<style scoped>
.find {
  display: block;
  margin-bottom: 14px;
}
.names {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(236px, 1fr));
  gap: 10px;
}
button {
  width: 100%;
  min-height: 78px;
  display: grid;
  grid-template-columns: 52px 1fr;
  align-content: center;
  column-gap: 10px;
  text-align: left;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  padding: 8px 12px;
  cursor: pointer;
  font-size: 19px;
  line-height: 1.25;
}
.mark {
  grid-row: 1 / 3;
  font-size: 34px;
  align-self: center;
  text-align: center;
}
button span:last-child {
  font-size: 16px;
}
</style>

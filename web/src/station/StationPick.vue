<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import { byLabel } from "@/lib/label";
import SmallSection from "@/ui/SmallSection.vue";
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
const pictures = computed(() => station.known.value.state?.pictures);
/** The form of a piece, by any piece of its assignment whose drawing is known. */
const forms = computed(
  () => new Map(Object.values(station.known.value.details).map((d) => [d.piece.assignment, d.drawing])),
);
const drawing = (p: Piece) => station.known.value.details[p.id]?.drawing ?? forms.value.get(p.assignment);
const left = (p: Piece) =>
  withTaps(p.surfaces, p.id, station.outbox.taps.value).reduce(
    (n, s) => n + (s.optional ? 0 : s.left.length),
    0,
  );
function says(p: Piece) {
  if (p.unloaded && p.opinion === undefined) return "out of the kiln: say what you think";
  if (p.fired) return p.unloaded ? "fired" : "in the kiln";
  if (!p.revision && !p.surfaces.some((s) => s.on.length)) return "make a plan";
  const open = left(p);
  if (!open && p.surfaces.some((s) => s.later)) return "waits for the bisque";
  return open ? `${open} ${open === 1 ? "coat" : "coats"} to go` : "all coats on";
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
        <template v-if="pictures">
          <span class="picture" aria-hidden="true">
            <SmallSection v-if="drawing(p)" :drawing="drawing(p)!" :states="p.surfaces" colours="fired" />
          </span>
          <span class="tally" aria-hidden="true">
            <i v-for="n in Math.min(left(p), 14)" :key="n" />
            <template v-if="!left(p)">{{ p.revision ? "✓" : "?" }}</template>
          </span>
          <span class="visually-hidden">{{ says(p) }}</span>
        </template>
        <span v-else>{{ several ? `${p.title}, ` : "" }}{{ says(p) }}</span>
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
.picture {
  grid-column: 1 / -1;
  height: 92px;
  margin: 4px 0;
}
.tally {
  grid-column: 1 / -1;
  display: flex;
  gap: 4px;
  min-height: 26px;
  font-size: 22px;
}
.tally i {
  width: 11px;
  height: 26px;
  border: 2px solid var(--ink);
  border-radius: 5px 4px 6px 4px;
}
button span:last-child {
  font-size: 16px;
}
</style>

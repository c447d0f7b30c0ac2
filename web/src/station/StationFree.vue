<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import { useTablet } from "@/station/useStation";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** A coat on a piece that nobody planned yet: the surface, the jar, one large target. */
const props = defineProps<{ piece: Piece; pictures?: boolean }>();
const station = useTablet();
const surfaces = computed(() =>
  props.piece.surfaces.filter((s) => !s.stands && !s.resist).map((s) => ({ key: s.id, name: s.name })),
);
const surface = ref(surfaces.value[0]?.key ?? "");
const words = ref("");
const jars = computed(() =>
  station.known.value.glazes
    .filter((g) => g.inStock && !g.doubted && (!props.piece.jars || props.piece.jars.includes(g.code)))
    .filter((g) => `${g.code} ${g.name}`.toLowerCase().includes(words.value.trim().toLowerCase())),
);
const jar = ref("");
async function add() {
  const event = { kind: "coat" as const, piece: props.piece.id, surface: surface.value, glaze: jar.value };
  station.laidFrom(jar.value, props.piece.id, await station.outbox.push(event));
}
</script>

<template>
  <section class="free" aria-label="A coat without a plan">
    <p v-if="!pictures" class="soft">Nothing is planned yet. It can be glazed first, and planned later.</p>
    <ChoiceBar v-model="surface" label="Surface" :options="surfaces" />
    <input
      v-model="words"
      type="search"
      aria-label="Search the jars"
      placeholder="Search jars"
      autocomplete="off"
    />
    <ul>
      <li v-for="g in jars" :key="g.code">
        <button type="button" class="jar" :aria-pressed="jar === g.code" @click="jar = g.code">
          <i :style="{ background: g.raw }" aria-hidden="true" /> <b>{{ g.code }}</b> {{ g.name }}
        </button>
      </li>
    </ul>
    <button type="button" class="big" :disabled="!jar || !surface" @click="add">Add coat</button>
  </section>
</template>

<style scoped>
.free {
  grid-area: stroke;
  border: 3px solid var(--ink);
  background: var(--paper);
  padding: 14px;
  display: grid;
  gap: 10px;
}
ul {
  max-height: 300px;
  overflow: auto;
  display: grid;
  gap: 6px;
}
.jar {
  width: 100%;
  min-height: 52px;
  display: flex;
  gap: 10px;
  align-items: center;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  padding: 4px 12px;
  text-align: left;
}
.jar[aria-pressed="true"] {
  border-color: var(--ink);
  box-shadow: inset 8px 0 var(--ink);
}
i {
  width: 30px;
  height: 30px;
  border-radius: 50%;
  border: 1px solid #777;
  flex: none;
}
.big:disabled {
  opacity: 0.45;
}
</style>

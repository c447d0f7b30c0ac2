<script setup lang="ts">
import { computed } from "vue";
import type { Tile } from "@/api/client";
import { sayStack } from "@/lib/stack";
import GlazeFace from "@/ui/GlazeFace.vue";

/**
 * A fired tile as it hangs on the wall: fired large, raw beside it, its strips
 * below, code and name, coats, labels, and what is to be doubted.
 */
const props = defineProps<{
  tile: Tile;
  colours: "chalk" | "fired";
  /** Less of everything: for lists beside a piece. */
  small?: boolean;
  /** Colour and code only: for a wall of hundreds. */
  dense?: boolean;
  /** Tiles that a colour-blind student cannot tell from it. */
  alike?: string[];
}>();
const coats = computed(() => sayStack(props.tile.stack));
/** A small tile has room for what it is called, not for the codes again. */
const nameOnly = computed(() =>
  props.tile.stack
    .reduce((title, l) => title.replace(l.glaze, ""), props.tile.title)
    .replace(/\s+/g, " ")
    .trim(),
);
const other = computed(() => (props.colours === "fired" ? "chalk" : "fired"));
const strips = computed(() => (props.colours === "fired" ? props.tile.strips : []));
</script>

<template>
  <article class="tile" :class="{ small, dense }">
    <div class="faces" :class="{ textured: tile.textured }">
      <GlazeFace class="main" :raw="tile.raw" :fired="tile.fired" :colours="colours" />
      <GlazeFace class="side" :raw="tile.raw" :fired="tile.fired" :colours="other" />
    </div>
    <div v-if="strips.length && !small && !dense" class="strips">
      <span v-for="s in strips" :key="s.coats" class="num" :style="{ '--fired': s.fired }"
        >{{ s.coats }}×</span
      >
    </div>
    <div class="words">
      <p>
        <span class="code">{{ tile.code }}</span>
        <span class="name">{{ dense ? nameOnly : tile.title }}</span>
      </p>
      <p v-if="!dense" class="soft num">{{ coats }} · {{ tile.clay }} · cone {{ tile.cone }}</p>
      <p class="labels">
        <template v-if="!dense">
          <span v-if="tile.food">food label</span>
          <span v-if="tile.textured">on texture</span>
          <span v-if="tile.atmosphere === 'reduction'">reduction</span>
          <span v-if="tile.pieceOf">from {{ tile.pieceOf }}</span>
          <span v-if="tile.doubt" class="doubt" :title="tile.doubt">▲ {{ tile.doubt }}</span>
        </template>
        <span v-if="!tile.inStock" class="out">not in stock</span>
        <span v-if="alike?.length" class="alike"
          >≈ {{ alike.slice(0, 3).join(", ") }}{{ alike.length > 3 ? "…" : "" }}</span
        >
      </p>
    </div>
  </article>
</template>

<style scoped>
.tile {
  display: flex;
  flex-direction: column;
  text-align: left;
}
.faces {
  display: grid;
  grid-template-columns: 1fr 30%;
  height: 92px;
}
.small .faces,
.dense .faces {
  height: 52px;
}
.strips {
  display: flex;
}
.strips span {
  flex: 1;
  border-top: 16px solid var(--fired);
  background: var(--paper);
  font-size: 12px;
  text-align: center;
}
.faces.textured {
  clip-path: polygon(
    0 0,
    4% 3%,
    8% 0,
    12% 3%,
    16% 0,
    20% 3%,
    24% 0,
    28% 3%,
    32% 0,
    36% 3%,
    40% 0,
    44% 3%,
    48% 0,
    52% 3%,
    56% 0,
    60% 3%,
    64% 0,
    68% 3%,
    72% 0,
    76% 3%,
    80% 0,
    84% 3%,
    88% 0,
    92% 3%,
    96% 0,
    100% 3%,
    100% 100%,
    0 100%
  );
}
.words {
  background: var(--paper);
  padding: 7px 9px 8px;
  flex: 1;
  font-size: 14px;
  line-height: 1.35;
}
.dense .words {
  padding: 1px 6px 2px;
  font-size: 13px;
}
.name {
  margin-left: 0.35em;
}
.dense .name {
  display: block;
  margin-left: 0;
  font-size: 12px;
  line-height: 1.2;
  hyphens: auto;
}
.labels {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  font-size: 13px;
}
.labels span {
  border-bottom: 1px solid var(--line-strong);
}
.labels .out {
  text-decoration: line-through;
  border: 0;
}
.labels .doubt,
.labels .alike {
  border: 0;
  font-weight: 600;
}
</style>

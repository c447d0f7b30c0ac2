<script setup lang="ts">
import { computed } from "vue";
import type { Tile } from "@/api/client";
import { sayStack } from "@/stack";
import GlazeFace from "./GlazeFace.vue";

/** A fired tile as it hangs on the wall: fired large, raw beside it, code and name, coats, labels. */
const props = defineProps<{ tile: Tile; look: "chalk" | "fired"; small?: boolean }>();
const coats = computed(() => sayStack(props.tile.stack));
const other = computed(() => (props.look === "fired" ? "chalk" : "fired"));
</script>

<template>
  <article class="tile" :class="{ small }">
    <div class="faces" :class="{ textured: tile.textured }">
      <GlazeFace class="main" :raw="tile.raw" :fired="tile.fired" :look="look" />
      <GlazeFace class="side" :raw="tile.raw" :fired="tile.fired" :look="other" />
    </div>
    <div class="words">
      <p>
        <span class="code">{{ tile.code }}</span> {{ tile.title }}
      </p>
      <p class="soft num">{{ coats }} · {{ tile.clay }} · cone {{ tile.cone }}</p>
      <p class="labels">
        <span v-if="tile.food">food label</span>
        <span v-if="tile.textured">on texture</span>
        <span v-if="!tile.inStock" class="out">not in stock</span>
        <span v-if="tile.pieceOf">from {{ tile.pieceOf }}</span>
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
.small .faces {
  height: 52px;
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
</style>

<script setup lang="ts">
import type { Piece } from "@/api/client";
import { sayStack, stackOf } from "@/lib/stack";
import GlazeFace from "@/ui/GlazeFace.vue";
import PieceSketch from "@/ui/PieceSketch.vue";

/** A card for each piece that came out, with its picture and stacks, for the portfolio and home. */
defineProps<{ pieces: Piece[]; title: string; className: string }>();
const opinion = (p: Piece) => p.opinion?.trim();
</script>

<template>
  <p v-if="!pieces.some((p) => p.outcome)" class="soft">None of it is out of the kiln yet.</p>
  <ul class="cards">
    <li v-for="p in pieces.filter((one) => one.outcome)" :key="p.id">
      <img
        v-if="p.pictures.length"
        :src="`/api/photographs/${p.pictures[p.pictures.length - 1]}/picture`"
        :alt="`${title} of ${p.student}`"
      />
      <PieceSketch v-else :piece="p" class="drawn" />
      <div>
        <h3>
          {{ p.student }} <span class="mark">{{ p.mark }}</span>
        </h3>
        <p>{{ title }}, {{ className }} · {{ p.clay }} · cone {{ p.cone }}</p>
        <ul class="stacks">
          <li v-for="s in p.surfaces.filter((one) => one.on.length)" :key="s.id">
            <span class="patch"><GlazeFace :raw="s.raw" :fired="s.fired" colours="fired" /></span>
            {{ s.name }}: {{ sayStack(stackOf(s.on)) }}
          </li>
        </ul>
        <p v-if="opinion(p)">“{{ opinion(p) }}”</p>
        <p v-if="opinion(p)">{{ p.again ? "I would do it again." : "I would not do it again." }}</p>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-top: 12px;
}
.cards > li {
  border: 1px solid #888;
  padding: 10px 12px;
  break-inside: avoid;
  font-size: 12.5px;
  line-height: 1.3;
}
.cards img {
  width: 100%;
  height: 190px;
  object-fit: cover;
}
.drawn {
  width: 100%;
  height: 150px;
}
h3 {
  margin: 6px 0 0;
}
.mark {
  font-weight: 350;
}
p {
  margin: 3px 0;
}
.stacks li {
  display: grid;
  grid-template-columns: 34px 1fr;
  gap: 8px;
  align-items: center;
}
.patch {
  height: 14px;
}
</style>

<script setup lang="ts">
import PieceSketch from "@/ui/PieceSketch.vue";
import type { Piece } from "@/api/client";
import { useClasses } from "@/lib/useLists";

/** Pieces that wait for a look, and why each is here, or here again. */
defineProps<{ queue: Piece[]; index: number; out: Set<string> }>();
const emit = defineEmits<{ pick: [index: number]; except: [piece: Piece] }>();
const classes = useClasses();
const why = (p: Piece) =>
  p.blockers
    .filter((b) => b.stage === "foot" && b.eyes !== "first")
    .map((b) => b.text)
    .join(" ") || "Not looked at yet.";
</script>

<template>
  <ol class="queue" aria-label="Pieces to look at">
    <li v-for="(p, i) in queue" :key="p.id" :class="{ out: out.has(p.id) }">
      <button type="button" :aria-current="i === index || undefined" @click="emit('pick', i)">
        <PieceSketch :piece="p" class="small" />
        <b>{{ p.student }} {{ p.mark }}</b>
        <span class="soft">{{ p.title }} · {{ classes.byId.value.get(p.class)?.name }}</span>
        <span>{{ why(p) }}</span>
      </button>
      <button
        type="button"
        class="leave"
        :aria-pressed="out.has(p.id)"
        :aria-label="`${out.has(p.id) ? 'left out' : 'leave out'}: ${p.student} ${p.mark}`"
        @click="emit('except', p)"
      >
        {{ out.has(p.id) ? "left out" : "leave out" }}
      </button>
    </li>
  </ol>
</template>

<style scoped>
.queue {
  max-height: 76vh;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--sheet);
}
li {
  display: grid;
  grid-template-columns: 1fr 62px;
  border-bottom: 1px solid var(--line);
}
button {
  display: grid;
  grid-template-columns: 1fr auto;
  text-align: left;
  border: 0;
  background: none;
  padding: 8px 12px;
  cursor: pointer;
  font-size: 14px;
  line-height: 1.3;
}
button[aria-current] {
  background: #fff;
  box-shadow: inset 6px 0 var(--ink);
}
.small {
  grid-area: 1 / 2 / 4 / 3;
  width: 66px;
  height: 46px;
}
.leave {
  grid-template-columns: 1fr;
  text-decoration: underline;
  padding: 0;
  place-items: center;
  min-height: 44px;
  font-size: 13px;
  text-align: center;
}
.out b {
  text-decoration: line-through;
}
@media (max-width: 900px) {
  .queue {
    max-height: 220px;
  }
}
</style>

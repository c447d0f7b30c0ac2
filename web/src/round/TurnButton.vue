<script setup lang="ts">
import { ref } from "vue";
import type { PieceDetail, SurfaceState } from "@/api/client";
import TurnDialog from "@/round/TurnDialog.vue";

/** Puts what is drawn beside it on the turntable: in the corner of a drawing. */
defineProps<{ detail: PieceDetail; states?: SurfaceState[]; name?: string }>();
const open = ref(false);
</script>

<template>
  <button type="button" class="round" :aria-label="name" @click="open = true">Turntable</button>
  <TurnDialog v-model="open" :detail="detail" :states="states" />
</template>

<style scoped>
.round {
  position: absolute;
  right: 6px;
  bottom: 6px;
  min-height: 32px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  cursor: pointer;
}
</style>

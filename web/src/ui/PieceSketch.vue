<script setup lang="ts">
import type { Piece } from "@/api/client";
import { useDrawing } from "@/lib/useDrawing";
import { useScreen } from "@/lib/useScreen";
import SmallSection from "@/ui/SmallSection.vue";

/** A piece in small, wherever it is named in a card: its half-section in chalk or fired colours. */
const props = defineProps<{ piece: Piece }>();
const screen = useScreen();
const drawing = useDrawing(() => props.piece.assignment);
</script>

<template>
  <span class="sketch">
    <SmallSection v-if="drawing" :drawing="drawing" :states="piece.surfaces" :colours="screen.colours" />
  </span>
</template>

<style scoped>
.sketch {
  display: block;
  height: 62px;
  width: 92px;
  flex: none;
}
</style>

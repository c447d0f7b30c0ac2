<script setup lang="ts">
import { defineAsyncComponent, ref } from "vue";
import type { Piece, PieceDetail, SurfaceState } from "@/api/client";
import HalfSection from "@/ui/HalfSection.vue";

/** The piece at a tablet: its half-section, or turned in the round. */
defineProps<{
  detail?: PieceDetail;
  piece: Piece;
  surfaces: SurfaceState[];
  selected?: string;
  plain?: boolean;
  lineMm?: number;
}>();
const emit = defineEmits<{ select: [surface: string] }>();
const turning = ref(false);
const colours = ref<"chalk" | "fired">("fired");
/** What draws it is loaded when it is wanted. */
const TurnTable = defineAsyncComponent(() => import("@/round/TurnTable.vue"));
</script>

<template>
  <div class="drawing">
    <p v-if="!detail" class="soft">The drawing comes when the network is back.</p>
    <TurnTable
      v-else-if="turning"
      :detail="detail"
      :states="surfaces"
      :colours="colours"
      clay="#d8cfc4"
      @other="colours = colours === 'fired' ? 'chalk' : 'fired'"
    />
    <HalfSection
      v-else
      :drawing="detail.drawing"
      :surfaces="detail.surfaces"
      :states="surfaces"
      :colours="colours"
      :selected="selected"
      :band-mm="piece.bandMM"
      :plain="plain"
      :line-mm="lineMm"
      @select="emit('select', $event)"
    />
    <button v-if="detail" type="button" class="round plain" @click="turning = !turning">
      {{ turning ? "Drawing" : "Turn it" }}
    </button>
  </div>
</template>

<style scoped>
.drawing {
  grid-area: drawing;
  position: relative;
  overflow: hidden;
  height: 380px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.drawing :deep(.turntable) {
  height: 100%;
}
.round {
  position: absolute;
  left: 8px;
  bottom: 8px;
}
@media (max-width: 900px) {
  .drawing {
    height: 330px;
  }
}
</style>

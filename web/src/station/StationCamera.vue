<script setup lang="ts">
import { ref } from "vue";
import type { Piece, PieceDetail } from "@/api/client";
import { useTablet } from "@/station/useStation";
import { useUpload } from "@/ui/useUpload";

/** A photograph of a fired piece, by the tablet's own camera: a plain file, for the network is plain too. */
const station = useTablet();
const props = defineProps<{ piece: Piece }>();
const upload = useUpload();
const said = ref("");
async function take(event: Event) {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  try {
    const kept = await upload.send<PieceDetail>("POST", `/api/pieces/${props.piece.id}/pictures`, file);
    station.known.value.details[props.piece.id] = kept;
    said.value = "Kept. Your teacher sees it.";
  } catch (error) {
    said.value = (error as Error).message;
  }
}
</script>

<template>
  <p class="camera">
    <label class="plain" :class="{ busy: upload.busy.value }">
      {{ upload.busy.value ? "Sending…" : "Photograph it" }}
      <input
        type="file"
        accept="image/*"
        capture="environment"
        :disabled="upload.busy.value"
        @change="take"
      />
    </label>
    <span class="soft">The piece alone, with its record: no faces.</span>
    <span v-if="said" role="status">{{ said }}</span>
  </p>
</template>

<style scoped>
.camera {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  min-height: 60px;
}
label {
  position: relative;
  border: 2px solid var(--ink);
  background: var(--paper);
  min-height: 52px;
  padding: 12px 16px;
  cursor: pointer;
}
label:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.busy {
  opacity: 0.6;
}
</style>

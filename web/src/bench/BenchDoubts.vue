<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import AskList from "@/ui/AskList.vue";

/** Coats that two hands logged within moments: the same coat, or the next? */
const props = defineProps<{ pieces: Piece[] }>();
const emit = defineEmits<{ settle: [piece: string, coat: string, what: "same" | "next"] }>();
const asks = computed(() =>
  props.pieces.flatMap((p) =>
    p.surfaces.flatMap((s) =>
      (s.doubts ?? []).map((coat) => ({
        id: coat.id,
        piece: p.id,
        about: `${p.student} ${p.mark}, ${s.name}:`,
        text: `${coat.by} logged ${coat.glaze} moments after somebody else.`,
      })),
    ),
  ),
);
function settle(id: string, same: boolean) {
  const ask = asks.value.find((a) => a.id === id);
  if (ask) emit("settle", ask.piece, id, same ? "same" : "next");
}
</script>

<template>
  <AskList
    class="doubts"
    label="Same coat or the next?"
    :asks="asks"
    yes="Same coat"
    no="The next coat"
    @answer="settle"
  />
</template>

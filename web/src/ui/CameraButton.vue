<script setup lang="ts">
import { ref } from "vue";
import type { Piece } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";
import { useUpload } from "@/ui/useUpload";

/**
 * A photograph of a piece, straight from the camera where the device has one; it goes into the
 * record. Who has a key for it calls `open()`.
 */
const props = defineProps<{
  piece?: Pick<Piece, "id" | "student">;
  /** Only the key opens it. */ hidden?: boolean;
}>();
const changed = useChanged();
const field = ref<HTMLInputElement>();
const upload = useUpload();
defineExpose({ open: () => field.value?.click() });
async function taken(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  const { piece } = props;
  if (!file || !piece) return;
  const kept = await attempt(upload.send("POST", `/api/pieces/${piece.id}/pictures`, file).then(() => true));
  if (!kept) return;
  say(`${piece.student}: the photograph is in its record.`);
  await changed("own");
}
</script>

<template>
  <el-button
    v-if="!hidden"
    :loading="upload.busy.value"
    :aria-label="`Photograph ${piece?.student}`"
    @click="field?.click()"
    >Photograph</el-button
  >
  <input
    ref="field"
    class="visually-hidden"
    type="file"
    accept="image/jpeg,image/png"
    capture="environment"
    tabindex="-1"
    aria-label="Photograph of the piece"
    @change="taken"
  />
</template>

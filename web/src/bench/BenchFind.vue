<script setup lang="ts">
import { ref } from "vue";
import type { Piece } from "@/api/client";
import { findPiece } from "@/bench/findPiece";

/**
 * Jumps to a piece by the first letters of a name, by a mark, or by a label: a
 * scanner types "/", the code of the piece and Enter.
 */
const props = defineProps<{ pieces: Piece[] }>();
const emit = defineEmits<{ jump: [piece: Piece]; done: [found: boolean] }>();
const text = ref("");
const input = ref<HTMLInputElement>();
const missed = ref(false);

function seek() {
  if (text.value.trim().length < 1) return;
  const hit = findPiece(props.pieces, text.value);
  missed.value = !hit && text.value.trim().length > 1;
  if (hit) emit("jump", hit);
}
function enter() {
  seek();
  if (missed.value) return;
  leave(!!text.value.trim());
}
function leave(found = false) {
  text.value = "";
  missed.value = false;
  emit("done", found);
}
defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <label class="find">
    <span class="visually-hidden">Find a student</span>
    <input
      ref="input"
      v-model="text"
      type="search"
      placeholder="Two letters, mark or label"
      aria-keyshortcuts="/"
      autocomplete="off"
      @input="seek"
      @keydown.enter.prevent="enter"
      @keydown.escape.prevent="leave()"
    />
    <kbd>/</kbd>
    <span v-if="missed" class="missed" role="status">Nobody here is called that.</span>
  </label>
</template>

<style scoped>
.find {
  display: flex;
  align-items: center;
  gap: 8px;
}
input {
  width: 250px;
  min-height: 38px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
}
.missed {
  font-weight: 600;
}
</style>

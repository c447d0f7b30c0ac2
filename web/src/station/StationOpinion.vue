<script setup lang="ts">
import { ref } from "vue";
import type { Piece } from "@/api/client";
import { useTablet } from "@/station/useStation";

/** What a student thinks of the fired piece. */
const station = useTablet();
const props = defineProps<{ piece: Piece }>();
const emit = defineEmits<{ done: [] }>();
const text = ref(props.piece.opinion ?? "");
const again = ref(props.piece.again ?? true);
async function keep() {
  await station.outbox.push({
    kind: "opinion",
    piece: props.piece.id,
    text: text.value.trim(),
    again: again.value,
  });
  emit("done");
}
</script>

<template>
  <form class="opinion" @submit.prevent="keep">
    <label>
      What moved, what surprised you, what would you change?
      <textarea v-model="text" rows="5" maxlength="600" required />
    </label>
    <fieldset>
      <legend>Would you do it again?</legend>
      <label><input v-model="again" type="radio" :value="true" /> Yes</label>
      <label><input v-model="again" type="radio" :value="false" /> No</label>
    </fieldset>
    <button class="big" type="submit">Keep it</button>
  </form>
</template>

<style scoped>
.opinion {
  display: grid;
  gap: 16px;
  max-width: 620px;
}
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  gap: 24px;
}
fieldset label {
  display: flex;
  align-items: center;
  gap: 8px;
}
.opinion input {
  width: 26px;
  min-height: 26px;
}
</style>

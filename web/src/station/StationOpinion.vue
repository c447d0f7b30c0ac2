<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import StationCame from "@/station/StationCame.vue";
import FaceChoice from "@/station/FaceChoice.vue";
import { useTablet } from "@/station/useStation";

/** What a student thinks of the fired piece. */
const station = useTablet();
const props = defineProps<{ piece: Piece }>();
const emit = defineEmits<{ done: [] }>();
const text = ref(props.piece.opinion ?? "");
const again = ref(props.piece.again ?? true);
/** What the others thought, where the teacher released it to the class. */
const others = computed(() => [
  ...station.known.value.pieces
    .filter((p) => p.assignment === props.piece.assignment && p.id !== props.piece.id && p.opinion)
    .map((p) => ({ by: p.saidBy, text: p.opinion!, again: p.again })),
  ...(station.known.value.state?.opinions ?? []).filter((o) => o.assignment === props.piece.assignment),
]);
const before = props.piece.opinion === "";
const pictures = computed(() => station.known.value.state?.pictures);
function byFace(says: string, would: boolean) {
  text.value = says;
  again.value = would;
  void keep();
}
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
  <StationCame v-if="piece.outcome" :piece="piece" />
  <FaceChoice v-if="pictures" :chosen="text" @choose="byFace" />
  <form v-else class="opinion" @submit.prevent="keep">
    <p v-if="before" class="soft">Something is kept already; what you say now takes its place.</p>
    <label>
      What moved, what surprised you, what would you change?
      <textarea v-model="text" rows="5" maxlength="600" required />
    </label>
    <fieldset>
      <legend>Would you do it again?</legend>
      <label><input v-model="again" type="radio" :value="true" /> Yes</label>
      <label><input v-model="again" type="radio" :value="false" /> No</label>
    </fieldset>
    <button class="big" type="submit">Save</button>
  </form>
  <section v-if="others.length" class="others">
    <h2>What the class thinks</h2>
    <ul>
      <li v-for="(o, i) in others" :key="i">
        <b v-if="'by' in o && o.by">{{ o.by }}: </b>{{ o.text }}
        <span class="soft">{{ o.again ? "Would do it again." : "Would not." }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.opinion {
  display: grid;
  gap: 16px;
  max-width: 620px;
}
.others {
  margin-top: 26px;
  max-width: 620px;
}
.others li {
  padding: 7px 0;
  border-top: 1px solid var(--line);
  font-size: 18px;
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

<script setup lang="ts">
import { ref } from "vue";
import { answer, api, type Piece, type Tile } from "@/api/client";
import { useTablet } from "@/station/useStation";
import StationTiles from "@/station/StationTiles.vue";

/** First, second and third choice of a student, and a few words. */
const station = useTablet();
const props = defineProps<{ piece: Piece }>();
const tiles = ref<string[]>([...(props.piece.wish?.tiles ?? [])]);
const text = ref(props.piece.wish?.text ?? "");
/** Would try a stack that nobody has fired: the teacher may offer one. */
const willing = ref(!!props.piece.wish?.willing);
const said = ref("");
function pick(t: Tile) {
  const i = tiles.value.indexOf(t.code);
  if (i >= 0) tiles.value.splice(i, 1);
  else if (tiles.value.length < 3) tiles.value.push(t.code);
  else said.value = "Three is all: tap one again to remove it.";
}
async function keep() {
  try {
    const kept = await answer(
      api.PUT("/pieces/{id}/wish", {
        params: { path: { id: props.piece.id } },
        body: { tiles: tiles.value, text: text.value.trim(), willing: willing.value },
      }),
    );
    station.known.value.details[props.piece.id] = kept;
    said.value = "Kept. Your teacher sees it.";
  } catch (error) {
    said.value = (error as Error).message;
  }
}
</script>

<template>
  <div class="wish">
    <p v-if="piece.wish" class="soft">Wishes are kept already; new ones take their place.</p>
    <p>Tap up to three tiles: your first choice first.</p>
    <input
      v-model="text"
      maxlength="200"
      aria-label="In words"
      placeholder="In words: like wet slate, calm inside…"
    />
    <label class="willing">
      <input v-model="willing" type="checkbox" />
      <span>
        <b>I would try something nobody has fired.</b>
        Your teacher may offer you a stack to test. Nobody knows what comes out.
      </span>
    </label>
    <p>
      <button type="button" class="big" @click="keep">Save my wishes</button>
      <span v-if="said" role="status"> {{ said }}</span>
    </p>
    <StationTiles :tiles="station.known.value.tiles" :piece="piece" :chosen="tiles" @pick="pick" />
  </div>
</template>

<style scoped>
.wish {
  display: grid;
  gap: 12px;
}
.willing {
  display: flex;
  gap: 14px;
  align-items: center;
  min-height: 56px;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  padding: 6px 14px;
}
.willing input {
  width: 28px;
  min-height: 28px;
  flex: none;
}
.willing b {
  display: block;
}
</style>

<script setup lang="ts">
import { ref } from "vue";
import { answer, api, type Piece, type Schemas } from "@/api/client";
import { useTablet } from "@/station/useStation";
import UntriedStack from "@/ui/UntriedStack.vue";

/** The maker of a piece is asked to try a stack that nobody has fired. */
const station = useTablet();
const props = defineProps<{ piece: Piece; offer: Schemas["Offer"] }>();
const said = ref("");
const busy = ref(false);
async function say(take: boolean) {
  if (busy.value) return;
  busy.value = true;
  try {
    const kept = await answer(
      api.PUT("/pieces/{id}/experiment", { params: { path: { id: props.piece.id } }, body: { take } }),
    );
    station.known.value.details[props.piece.id] = kept;
    await station.refresh();
  } catch (error) {
    said.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section class="offer" aria-labelledby="offer">
    <h2 id="offer">Would you try this on the {{ offer.on.toLowerCase() }}?</h2>
    <p>
      It stands in somebody's plan, and nobody has fired it. You would be the first: log every coat, and look
      at what comes out.
    </p>
    <UntriedStack :offer="offer" />
    <p class="acts">
      <button type="button" class="big" :disabled="busy" @click="say(true)">Try it</button>
      <button type="button" class="plain" :disabled="busy" @click="say(false)">Decline</button>
      <span v-if="said" role="alert">{{ said }}</span>
    </p>
  </section>
</template>

<style scoped>
.offer {
  border: 3px solid var(--ink);
  background: var(--paper);
  padding: 12px 16px;
  margin-bottom: 14px;
  display: grid;
  gap: 10px;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { answer, api } from "@/api/client";
import { useTablet } from "@/station/useStation";

/** Asked once in a lesson for a jar that nobody mixed: was it, before this coat? The coat is kept either way. */
const station = useTablet();
const jar = computed(() => station.known.value.glazes.find((g) => g.code === station.asksStir.value));
async function stirred(code: string) {
  station.asksStir.value = "";
  try {
    await answer(api.POST("/glazes/stirred", { body: { codes: [code] } }));
    await station.refresh();
  } catch {
    station.say("That needs the network. It counts as not stirred until then.");
  }
}
function not() {
  station.asksStir.value = "";
  station.say("Stir it now, from the floor. Look whether this coat covers before the next one.");
}
</script>

<template>
  <section v-if="jar" class="ask" role="group" aria-label="Was the jar mixed?">
    <p>
      <b>Was {{ jar.code }} {{ jar.name }} mixed before this coat?</b> {{ jar.settled }}.
    </p>
    <button type="button" class="big" @click="stirred(jar.code)">Stirred</button>
    <button type="button" class="plain" @click="not">No</button>
  </section>
</template>

<style scoped>
.ask {
  background: #fff;
  border: 4px solid var(--ink);
  padding: 12px 16px;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
p {
  flex: 1 1 260px;
}
</style>

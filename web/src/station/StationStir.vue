<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Glaze } from "@/api/client";
import { useStirTimer } from "@/lib/useStirTimer";
import { useTablet } from "@/station/useStation";

/** What is to be done with a jar before the brush goes in: left closed, asked about, or stirred, said for the whole room. */
const props = defineProps<{ jar: Glaze }>();
const station = useTablet();
const busy = ref(false);
const state = computed(() => station.known.value.state!);
/** Who opens jars here shakes them as well. */
const stirs = computed(() => state.value.stirs);
/** How long, and why. */
const why = computed(() => {
  const settled = props.jar.settled ?? "";
  const how =
    props.jar.kind === "dipping"
      ? "Until nothing is left on the floor of the bucket."
      : "One to two minutes, lid tight, away from faces.";
  return `${settled.charAt(0).toUpperCase()}${settled.slice(1)}. ${how}`;
});
const { running, time, start, stop } = useStirTimer(() => void stirred());
async function stirred() {
  stop();
  busy.value = true;
  try {
    await answer(api.POST("/glazes/stirred", { body: { codes: [props.jar.code] } }));
    await station.refresh();
  } catch {
    station.say("That needs the network. Stir it all the same.");
  }
  busy.value = false;
}
</script>

<template>
  <div v-if="jar.doubted" class="stir never">
    <p><b>✕ Not this jar.</b> {{ state.pictures ? "" : `Ask the teacher: ${jar.doubted}.` }}</p>
  </div>
  <div v-else-if="jar.settled" class="stir">
    <p>
      <b>{{ stirs ? "Stir it first." : "Ask for it to be stirred." }}</b>
      {{ state.pictures ? "" : why }}
    </p>
    <template v-if="stirs">
      <template v-if="running">
        <b class="left num" role="timer">{{ time }}</b>
        <button type="button" class="plain" @click="stop">Stop</button>
      </template>
      <button v-else type="button" class="plain" @click="start(jar.code, jar.stirSeconds)">
        Count {{ jar.stirSeconds }} s
      </button>
      <button type="button" class="plain" :disabled="busy" @click="stirred">Stirred</button>
    </template>
  </div>
  <div v-if="jar.lies && !jar.doubted" class="stir">
    <p><b>▲ Ask first.</b> {{ state.pictures ? "" : `${jar.code}: ${jar.lies}.` }}</p>
  </div>
</template>

<style scoped>
.stir {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  border-left: 5px solid var(--ink);
  padding-left: 12px;
  font-size: 17px;
}
.never {
  background: var(--ink);
  color: #fff;
  padding: 12px;
}
.left {
  font-size: 26px;
}
p {
  flex: 1 1 200px;
}
</style>

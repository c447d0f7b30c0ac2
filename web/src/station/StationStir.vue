<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Glaze } from "@/api/client";
import { useTablet } from "@/station/useStation";

/** A jar that has settled: stirred before the brush goes in, and said so for the whole room. */
const props = defineProps<{ jar: Glaze }>();
const station = useTablet();
const busy = ref(false);
/** How long, and why. */
const why = computed(() => {
  const settled = props.jar.settled ?? "";
  const how =
    props.jar.kind === "dipping"
      ? "Until nothing is left on the floor of the bucket."
      : "One to two minutes, lid tight, away from faces.";
  return `${settled.charAt(0).toUpperCase()}${settled.slice(1)}. ${how}`;
});
async function stirred() {
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
  <div class="stir">
    <p>
      <b>Stir it first.</b>
      {{ station.known.value.state!.pictures ? "" : why }}
    </p>
    <button type="button" class="plain" :disabled="busy" @click="stirred">Stirred</button>
  </div>
</template>

<style scoped>
.stir {
  display: flex;
  gap: 12px;
  align-items: center;
  border-left: 5px solid var(--ink);
  padding-left: 12px;
  font-size: 17px;
}
p {
  flex: 1;
}
</style>

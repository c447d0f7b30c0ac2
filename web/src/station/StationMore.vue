<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Glaze } from "@/api/client";
import { useOwnTable } from "@/station/useTable";
import { useTablet } from "@/station/useStation";

/** Asks the teacher for more of a glaze at this table; it stays asked until it is poured. */
const props = defineProps<{ jar: Glaze; lesson: string }>();
const station = useTablet();
const table = useOwnTable();
const item = computed(() => `more:${props.jar.code}@${table.value}`);
const asked = ref(false);
const path = computed(() => ({ params: { path: { key: props.lesson } } }));
async function look() {
  try {
    const ticks = await answer(api.GET("/lessons/{key}/ticks", path.value));
    asked.value = ticks.some((t) => t.item === item.value);
  } catch {
    asked.value = false;
  }
}
watch([item, () => props.lesson, station.news], look, { immediate: true });
async function ask() {
  try {
    await answer(
      api.PUT("/lessons/{key}/ticks", { ...path.value, body: { items: [item.value], done: true } }),
    );
    asked.value = true;
  } catch {
    station.say("That needs the network: ask your teacher for more.");
  }
}
</script>

<template>
  <p v-if="asked" role="status">More is asked for.</p>
  <button v-else type="button" class="plain" @click="ask">Ask for more</button>
</template>

<style scoped>
p,
button {
  margin-left: auto;
}
</style>

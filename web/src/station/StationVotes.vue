<script setup lang="ts">
import { ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import StationVote from "@/station/StationVote.vue";
import { useTablet } from "@/station/useStation";

/** The vote that was chosen here, for as long as it is open. */
const props = defineProps<{ piece: string }>();
const emit = defineEmits<{ gone: [] }>();
const station = useTablet();
const vote = ref<Schemas["OpenVote"]>();
async function look() {
  try {
    vote.value = (await answer(api.GET("/votes"))).find((v) => v.piece === props.piece);
    if (!vote.value) emit("gone");
  } catch {
    emit("gone");
  }
}
watch([() => props.piece, station.news], look, { immediate: true });
</script>

<template>
  <StationVote v-if="vote" :vote="vote" @voted="look" />
</template>

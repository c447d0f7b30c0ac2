<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useIntervalFn } from "@vueuse/core";
import { answer, api, type Schemas } from "@/api/client";
import { useTablet } from "@/station/useStation";

/** Which class this tablet serves, how long the lesson lasts, and whether its taps arrive. */
const station = useTablet();
const props = defineProps<{ back: boolean; clearing: boolean; loading: boolean }>();
const emit = defineEmits<{ back: []; load: [id: string]; vote: [piece: string] }>();
/** Loads of the kiln that the teacher opened on the tablets. */
const opened = ref<{ id: string; name: string }[]>([]);
/** Votes of the class that is in the room. */
const votes = ref<Schemas["OpenVote"][]>([]);
watch(
  station.news,
  async () => {
    try {
      opened.value = await answer(api.GET("/loads/opened"));
      votes.value = await answer(api.GET("/votes"));
    } catch {
      opened.value = votes.value = [];
    }
  },
  { immediate: true },
);
const state = computed(() => station.known.value.state!);
const unsent = computed(() => station.outbox.taps.value.length);
const offline = computed(() => station.outbox.offline.value || (!station.live.value && unsent.value > 0));
const now = ref(Date.now());
useIntervalFn(() => (now.value = Date.now()), 5000);
const left = computed(() => {
  if (!state.value.ends) return "";
  const minutes = Math.round((Date.parse(state.value.ends) - now.value - station.skew.value) / 60000);
  return minutes >= 0 ? `${minutes} min left` : "";
});
</script>

<template>
  <header>
    <button v-if="back" type="button" class="plain" @click="emit('back')">
      {{ clearing ? "← Clear up now" : "← Everybody" }}
    </button>
    <b>{{ state.className || "Glaze room" }}</b>
    <span class="num">{{ left }}</span>
    <button
      v-for="l in props.loading ? [] : opened"
      :key="l.id"
      type="button"
      class="plain"
      @click="emit('load', l.id)"
    >
      Open {{ l.name }}
    </button>
    <button
      v-for="v in props.loading ? [] : votes"
      :key="v.piece"
      type="button"
      class="plain"
      @click="emit('vote', v.piece)"
    >
      Vote: {{ v.title }}
    </button>
    <span class="net" role="status">
      <template v-if="unsent || offline">
        <span aria-hidden="true">{{ offline ? "▨" : "▷" }}</span>
        {{ offline ? "No network." : "Sending." }}
        {{ unsent ? `${unsent} ${unsent === 1 ? "tap waits" : "taps wait"} on this tablet.` : "" }}
      </template>
      <template v-else>{{ state.name }}</template>
    </span>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 66px;
  padding: 6px 18px;
  background: #262626;
  color: #f4f4f4;
  font-size: 20px;
}
header .plain {
  color: var(--ink);
  border-color: #fff;
}
.net {
  margin-left: auto;
  font-size: 16px;
}
</style>

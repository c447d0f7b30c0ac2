<script setup lang="ts">
import { refDebounced } from "@vueuse/core";
import { computed, ref, watchEffect } from "vue";
import { Problem } from "@/api/client";
import { useAsks, type Asks } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { clock } from "@/ui/moments";

/**
 * Shows what stands in it once the server has answered all that it asks for: until then that it is asked,
 * where an answer failed why, and where only a newer answer failed, as of when the last one is.
 *
 * @example <AskGate><RouterView /></AskGate>
 */
const props = defineProps<{
  /** The questions of the component that holds the gate; without them, of what stands in it. */
  asks?: Asks;
  /** The place that leads back from one that is not there. */
  back?: { path: string; name: string };
}>();
const asks = props.asks ?? useAsks();

const every = computed(() => [...asks]);
const without = computed(() => every.value.filter((q) => q.data.value === undefined));
const failed = computed(() => without.value.find((q) => q.error.value));
const waiting = computed(() => without.value.some((q) => !q.beside && q.fetchStatus.value !== "idle"));
const waitsLong = refDebounced(waiting, 400);
const opened = ref(false);
const shut = computed(
  () =>
    without.value.some((q) => !q.beside && q.error.value) ||
    (waiting.value && (!opened.value || waitsLong.value)),
);
watchEffect(() => {
  if (!shut.value) opened.value = true;
});
/** What was refused as it was asked: asking again would not help. */
const refused = computed(() => {
  const error = failed.value?.error.value;
  return error instanceof Problem && error.status >= 400 && error.status < 500;
});
const old = computed(() => every.value.filter((q) => q.data.value !== undefined && q.failureReason.value));
const since = computed(() => Math.min(...old.value.map((q) => q.dataUpdatedAt.value)));
const again = () => every.value.forEach((q) => q.error.value && q.refetch());
</script>

<template>
  <p v-if="failed" class="says" role="alert">
    {{ failed.error.value?.message }}
    <el-button v-if="!refused" @click="again">Ask again</el-button>
    <PlaceLink v-else-if="back" :to="back.path">{{ back.name }}</PlaceLink>
  </p>
  <p v-else-if="shut" class="says soft late" role="status">Asking the server…</p>
  <p v-else-if="old.length" class="says" role="status">
    As of {{ clock(since) }}. {{ old[0]!.failureReason.value?.message }}
    <el-button size="small" @click="again">Ask again</el-button>
  </p>
  <div :class="shut ? 'shut' : 'open'"><slot /></div>
</template>

<style scoped>
.open {
  display: contents;
}
.shut {
  display: none;
}
.says {
  margin-bottom: 12px;
}
/* An answer that is quick is not announced. */
.late {
  animation: appear 0s 400ms both;
}
@keyframes appear {
  from {
    visibility: hidden;
  }
}
</style>

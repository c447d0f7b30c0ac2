<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, watch, watchEffect } from "vue";
import { Problem } from "@/api/client";
import { useAsks, type Asks } from "@/lib/useAsk";
import { overdue } from "@/ui/messages";
import PlaceLink from "@/ui/PlaceLink.vue";
import { clock } from "@/ui/moments";

/**
 * Shows what stands in it once the server has answered all that it asks for: until then that it is asked,
 * where an answer failed why. Where only a newer answer failed, the line of notices says as of when the last is.
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
/** What was shown once stays while something more is asked for: nobody loses the field that is typed in. */
const opened = ref(false);
const shut = computed(
  () => without.value.some((q) => !q.beside && q.error.value) || (waiting.value && !opened.value),
);
onMounted(() => watchEffect(() => (opened.value ||= !shut.value))); // by then, all of it has asked
/** What was refused as it was asked: asking again would not help. */
const refused = computed(() => {
  const error = failed.value?.error.value;
  return error instanceof Problem && error.status >= 400 && error.status < 500;
});
const old = computed(() => every.value.filter((q) => q.data.value !== undefined && q.failureReason.value));
const again = () => every.value.forEach((q) => q.failureReason.value && q.refetch());
watch(
  old,
  ([first, ...more]) => {
    if (!first) return overdue.delete(asks);
    const since = Math.min(...[first, ...more].map((q) => q.dataUpdatedAt.value));
    overdue.set(asks, { text: `As of ${clock(since)}. ${first.failureReason.value?.message}`, again });
  },
  { immediate: true },
);
onUnmounted(() => overdue.delete(asks));
</script>

<template>
  <p v-if="failed" class="says" role="alert">
    {{ failed.error.value?.message }}
    <el-button v-if="!refused" @click="again">Ask again</el-button>
    <PlaceLink v-else-if="back" :to="back.path">{{ back.name }}</PlaceLink>
  </p>
  <p v-else-if="shut" class="says soft late" role="status">Asking the server…</p>
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

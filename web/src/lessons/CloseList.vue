<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import TickLine from "@/lessons/TickLine.vue";
import { useTicks } from "@/lessons/useTicks";
import { queries } from "@/lib/queries";

/** What came out and must come back, to be ticked, and the coats that are half done. */
const props = defineProps<{ lesson: string }>();
const query = useQuery(computed(() => queries.close(props.lesson)));
const data = computed(() => query.data.value);
const { ticked, tick } = useTicks(() => props.lesson);
</script>

<template>
  <template v-if="data">
    <p v-if="data.halves.length" class="halves">
      <b>Half done:</b>
      <span v-for="h in data.halves" :key="h.piece + h.surface">
        {{ h.student }}, {{ h.surface }}: {{ h.glaze }}, {{ h.rest }} to go.</span
      >
    </p>
    <ul>
      <TickLine
        v-for="b in data.back"
        :key="b.item"
        :label="`${b.name}: ${b.why}`"
        :done="ticked.has(b.item)"
        @tick="tick([b.item], $event)"
      >
        <b>{{ b.name }}</b> {{ b.why }}
        <span v-if="ticked.has(b.item)" class="soft">{{ ticked.get(b.item)?.by }}</span>
      </TickLine>
    </ul>
  </template>
</template>

<style scoped>
.halves {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
  margin-bottom: 10px;
}
</style>

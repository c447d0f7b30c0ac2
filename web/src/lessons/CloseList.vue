<script setup lang="ts">
import { computed } from "vue";
import TableBack from "@/lessons/TableBack.vue";
import TickLine from "@/lessons/TickLine.vue";
import { usePours } from "@/lessons/usePours";
import { useTicks } from "@/lessons/useTicks";
import { clearingOf } from "@/lib/clearing";
import LeftoverLine from "@/ui/LeftoverLine.vue";
import NumberChips from "@/ui/NumberChips.vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** What came out and must come back: the room's jars and brushes, then table by table as the tables tick it. */
const props = defineProps<{ lesson: string }>();
const query = useAsk(computed(() => queries.close(props.lesson)));
const data = computed(() => query.data.value);
const lists = computed(() => data.value && clearingOf(data.value));
const { ticked, tick } = useTicks(() => props.lesson);
const pour = usePours(() => props.lesson);
</script>

<template>
  <template v-if="data && lists">
    <p v-if="data.halves.length" class="halves">
      <b>Half done:</b>
      <span v-for="h in data.halves" :key="h.piece + h.surface">
        {{ h.student }}, {{ h.surface }}: {{ h.glaze }}, {{ h.rest }} to go.</span
      >
    </p>
    <p v-if="data.ask.length" class="halves">
      <b>Not yet said whether a coat is half done:</b>
      {{ data.ask.length > 6 ? `${data.ask.length} of the class` : data.ask.map((a) => a.name).join(", ") }}.
    </p>
    <ul>
      <TickLine
        v-for="b in lists.jars"
        :key="b.item"
        :label="`${b.name}: ${b.why}`"
        :done="ticked.has(b.item)"
        @tick="tick([b.item], $event)"
      >
        <b>{{ b.name }}</b> {{ b.why }}
        <span v-if="ticked.has(b.item)" class="soft">{{ ticked.get(b.item)?.by }}</span>
      </TickLine>
    </ul>
    <ul v-if="data.poured.length" class="leftovers">
      <LeftoverLine v-for="p in data.poured" :key="p.code" :poured="p" @pour="(ml) => pour(p.code, ml)" />
    </ul>
    <div v-if="lists.brushes.length" class="brushes">
      <h3>Brushes by number</h3>
      <NumberChips :tools="lists.brushes" :ticked="ticked" @tick="tick([$event], !ticked.has($event))" />
    </div>
    <TableBack :tables="lists.tables" :ticked="ticked" @tick="tick" />
  </template>
</template>

<style scoped>
.halves {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
  margin-bottom: 10px;
}
h3 {
  margin-top: 12px;
}
.leftovers {
  margin-top: 12px;
}
</style>

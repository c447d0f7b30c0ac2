<script setup lang="ts">
import { computed } from "vue";
import TickLine from "@/lessons/TickLine.vue";
import type { Clearing } from "@/lib/clearing";
import { tableSays } from "@/lib/route";

/** What each table brings back and wipes: a row for a table, so that one glance finds the one that has not. */
const props = defineProps<{
  tables: Clearing["tables"];
  ticked: ReadonlyMap<string, { by: string }>;
}>();
const emit = defineEmits<{ tick: [items: string[], done: boolean] }>();
const columns = computed(() => props.tables[0]?.tools ?? []);
const placed = (t: Clearing["tables"][number]) => t.places.filter((p) => props.ticked.has(p.item)).length;
</script>

<template>
  <ul v-if="tables.length === 1">
    <TickLine
      v-for="b in columns"
      :key="b.item"
      :label="`${b.name}: ${b.why}`"
      :done="ticked.has(b.item)"
      @tick="emit('tick', [b.item], $event)"
    >
      <b>{{ b.name }}</b> {{ b.why }}
      <span v-if="ticked.has(b.item)" class="soft">{{ ticked.get(b.item)?.by }}</span>
    </TickLine>
  </ul>
  <table v-else class="num">
    <thead>
      <tr>
        <th scope="col">Table</th>
        <th v-for="c in columns" :key="c.name" scope="col" :title="c.why">{{ c.name }}</th>
        <th scope="col">Pieces</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="t in tables" :key="t.name">
        <th scope="row">{{ tableSays(t.name) }}</th>
        <td v-for="b in t.tools" :key="b.item">
          <button
            type="button"
            role="checkbox"
            :aria-checked="ticked.has(b.item)"
            :aria-label="`${tableSays(t.name)}, ${b.name}: ${b.why}`"
            :title="ticked.get(b.item)?.by"
            @click="emit('tick', [b.item], !ticked.has(b.item))"
          >
            {{ ticked.has(b.item) ? "▣" : "▢" }}
          </button>
        </td>
        <td>{{ t.places.length ? `${placed(t)} of ${t.places.length}` : "" }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  margin-top: 14px;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 640;
}
tr > * {
  border-top: 1px solid var(--line);
  padding: 2px 6px 2px 0;
}
button {
  border: 0;
  background: none;
  font-size: 20px;
  width: 40px;
  height: 36px;
  cursor: pointer;
  padding: 0;
  text-align: left;
}
@media (pointer: coarse) {
  button {
    height: 44px;
    width: 44px;
  }
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { byTable, tableSays } from "@/lib/route";
import TickLine from "@/lessons/TickLine.vue";

/** Pieces to hand out: a table at a time, each table in the order in which they are fetched. */
const props = defineProps<{ pieces: Schemas["HandOut"][]; ticked: Map<string, unknown> }>();
const emit = defineEmits<{ tick: [items: string[], done: boolean] }>();
const item = (h: Schemas["HandOut"]) => `hand:${h.piece}`;
const tables = computed(() => byTable(props.pieces));
const all = (list: Schemas["HandOut"][]) => list.every((h) => props.ticked.has(item(h)));
</script>

<template>
  <p v-if="!pieces.length" class="soft">Nothing is worked on in this lesson.</p>
  <div v-for="[table, list] in tables" :key="table">
    <h3>
      {{ table ? tableSays(table) : tables.length > 1 ? "Without a table" : `${list.length} pieces` }}
      <el-button class="screen" size="small" @click="emit('tick', list.map(item), !all(list))">{{
        all(list) ? "Undo" : "All of them"
      }}</el-button>
    </h3>
    <ul>
      <TickLine
        v-for="h in list"
        :key="h.piece"
        :label="`${h.student} ${h.mark}: ${h.spot || 'place not known'}`"
        :done="ticked.has(item(h))"
        @tick="emit('tick', [item(h)], $event)"
      >
        <b>{{ h.student }} {{ h.mark }}</b> <span class="soft">{{ h.title }}</span>
        <span class="spot">{{ h.spot }}</span>
      </TickLine>
    </ul>
  </div>
</template>

<style scoped>
h3 {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-top: 6px;
  min-height: 34px;
}
.spot {
  float: right;
  font-weight: 600;
}
</style>

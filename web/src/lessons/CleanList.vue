<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { useLog } from "@/lib/usePieces";
import { byTable, tableSays } from "@/lib/route";
import { useKeys } from "@/ui/useKeys";
import { say } from "@/ui/messages";

/** Pieces whose dust is taken off before their first coat: one press for all, but for those left out. */
const props = defineProps<{ pieces: Schemas["HandOut"][] }>();
const emit = defineEmits<{ cleaned: [] }>();
const log = useLog();
const left = ref(new Set<string>());
const meant = computed(() => props.pieces.filter((h) => !left.value.has(h.piece)));
function leave(id: string) {
  const next = new Set(left.value);
  if (!next.delete(id)) next.add(id);
  left.value = next;
}
const tables = computed(() => byTable(props.pieces));
useKeys({ w: clean });
function clean() {
  if (!meant.value.length) return;
  const n = meant.value.length;
  log.mutate(
    meant.value.map((h) => ({ kind: "clean", piece: h.piece })),
    {
      onSuccess: () => {
        emit("cleaned");
        say(n === 1 ? "1 piece is clean." : `${n} pieces are clean.`);
      },
    },
  );
}
</script>

<template>
  <p class="soft">Burrs sanded wet, dust off with a damp sponge; then no oily hands.</p>
  <template v-for="[table, list] in tables" :key="table">
    <h3 v-if="tables.length > 1">{{ table ? tableSays(table) : "At no table" }}</h3>
    <ul>
      <li v-for="h in list" :key="h.piece">
        <button type="button" :aria-pressed="!left.has(h.piece)" @click="leave(h.piece)">
          <b>{{ h.student }} {{ h.mark }}</b>
        </button>
      </li>
    </ul>
  </template>
  <el-button class="screen" type="primary" :disabled="!meant.length" @click="clean"
    >{{ meant.length === 1 ? "Mark 1 piece as clean" : `Mark ${meant.length} pieces as clean` }}
    <kbd>w</kbd></el-button
  >
</template>

<style scoped>
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 8px 0 12px;
}
li button {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  min-height: 38px;
  padding: 0 10px;
  cursor: pointer;
}
li button[aria-pressed="false"] {
  text-decoration: line-through;
  border-style: dashed;
}
</style>

<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { answer, api } from "@/api/client";
import { attempt } from "@/composables/usePieces";

/** Taps that came late from a tablet and could not be kept as they were: the teacher decides. */
const client = useQueryClient();
const strays = useQuery({ queryKey: ["strays"], queryFn: () => answer(api.GET("/strays")) });
const clock = (at: string) =>
  new Intl.DateTimeFormat("en-GB", { weekday: "short", hour: "2-digit", minute: "2-digit" }).format(
    new Date(at),
  );
async function settle(id: string, keep: boolean) {
  await attempt(answer(api.POST("/strays/{id}", { params: { path: { id } }, body: { keep } })));
  await client.invalidateQueries({ queryKey: ["strays"] });
}
</script>

<template>
  <ul v-if="strays.data.value?.length" class="strays" aria-label="Late taps to decide on">
    <li v-for="s in strays.data.value" :key="s.id">
      <span>
        <b>{{ s.who || "A piece" }}: {{ s.text }}</b
        >, tapped {{ clock(s.happened) }} at {{ s.station }}, which had no network. {{ s.reason }}
      </span>
      <el-button @click="settle(s.id, true)">Keep it</el-button>
      <el-button @click="settle(s.id, false)">Let it go</el-button>
    </li>
  </ul>
</template>

<style scoped>
.strays {
  border: 2px dashed var(--ink);
  background: var(--paper);
  margin-bottom: 14px;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 7px 12px;
  flex-wrap: wrap;
}
li span {
  flex: 1;
  min-width: 260px;
}
li .el-button + .el-button {
  margin-left: 0;
}
</style>

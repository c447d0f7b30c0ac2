<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { answer, api } from "@/api/client";
import { attempt, say } from "@/lib/usePieces";
import { queries } from "@/lib/queries";

/** The copies of the database, and one more on request. */
const backups = useQuery(queries.backups());
async function copy() {
  const made = await attempt(answer(api.POST("/backups")));
  if (made) say(`Backup ${made.name} made.`);
  await backups.refetch();
}
const day = (at: string) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(at));
</script>

<template>
  <section class="backups">
    <h2>Backups</h2>
    <p class="soft">
      Made once a day, before every change of the layout, and whenever you ask. 'enkaustos restore' brings one
      back.
    </p>
    <el-button @click="copy">Make one now</el-button>
    <ul>
      <li v-for="b in backups.data.value?.slice(0, 5)" :key="b.name" class="num">
        {{ day(b.at) }} · {{ (b.bytes / 1024).toFixed(0) }} kB · {{ b.name }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
.backups {
  margin-top: 28px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>

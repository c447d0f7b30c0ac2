<script setup lang="ts">
import { answer, api } from "@/api/client";
import { attempt, say } from "@/ui/messages";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { kB } from "@/ui/figures";
import { whole } from "@/ui/moments";

/** The copies of the database, and one more on request. */
const changed = useChanged();
const backups = useAsk(queries.backups());
async function copy() {
  const made = await attempt(answer(api.POST("/backups")));
  if (made) say(`Backup ${made.name} made.`);
  await changed("backup");
}
</script>

<template>
  <section class="backups">
    <h2>Backups</h2>
    <p class="soft">
      Made once a day, before every change of the layout, and whenever you ask. 'enkaustos restore' brings one
      back.
    </p>
    <el-button @click="copy">Back up now</el-button>
    <ul>
      <li v-for="b in backups.data.value?.slice(0, 5)" :key="b.name" class="num">
        {{ whole(b.at) }} · {{ kB(b.bytes) }} · {{ b.name }}
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

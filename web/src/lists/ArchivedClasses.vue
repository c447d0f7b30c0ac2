<script setup lang="ts">
import { answer, api, type Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";

/** Classes that are taught no more. Brought back, everything of them but their lessons is as it was. */
const classes = useClasses();
const changed = useChanged();
async function restore({ id, clay, cone }: Schemas["Class"]) {
  const body = { clay, cone, archived: false };
  const now = await attempt(answer(api.PUT("/classes/{id}", { params: { path: { id } }, body })));
  await changed("class");
  if (now) say(`${now.name} is back, with its pieces. Its lessons have to be entered again.`);
}
</script>

<template>
  <details v-if="classes.archived.value.length">
    <summary>Archived classes ({{ classes.archived.value.length }})</summary>
    <ul>
      <li v-for="c in classes.archived.value" :key="c.id">
        <b>{{ c.name }}</b> <span class="soft num">{{ c.students.length }} students</span>
        <el-button size="small" :aria-label="`Restore ${c.name}`" @click="restore(c)">Restore</el-button>
      </li>
    </ul>
  </details>
</template>

<style scoped>
details {
  margin-top: 16px;
}
summary {
  cursor: pointer;
  min-height: 32px;
}
li {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 4px 0;
}
</style>

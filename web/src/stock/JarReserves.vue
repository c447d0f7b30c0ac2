<script setup lang="ts">
import { answer, api, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { attempt } from "@/ui/messages";
import { mL } from "@/ui/figures";

/** What is kept of a jar, each for its project, until it is released. */
defineProps<{ budget: Schemas["JarBudget"] }>();
const changed = useChanged();
async function release(id: string) {
  await attempt(answer(api.DELETE("/reserves/{id}", { params: { path: { id } } })));
  await changed("reserve");
}
</script>

<template>
  <span v-for="r in budget.reserves" :key="r.id" class="kept"
    >{{ mL(r.ml) }} kept for {{ r.for }}
    <el-button
      size="small"
      :aria-label="`Delete ${mL(r.ml)} of ${budget.glaze} kept for ${r.for}`"
      @click="release(r.id)"
      >Delete</el-button
    ></span
  >
</template>

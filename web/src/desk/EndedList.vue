<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import PlaceLink from "@/ui/PlaceLink.vue";
import { day } from "@/ui/moments";

/** Assignments that nobody works on any more: their record stays, and they can be reopened. */
defineProps<{ ended: Schemas["Assignment"][] }>();
defineEmits<{ reopen: [of: Schemas["Assignment"]] }>();
const classes = useClasses();
</script>

<template>
  <details v-if="ended.length">
    <summary>Ended assignments ({{ ended.length }})</summary>
    <ul>
      <li v-for="a in ended" :key="a.id">
        <b>{{ a.name }}</b>
        <span class="soft num">
          {{ classes.byId.value.get(a.class)?.name }}{{ a.madeAt ? `, from ${day(a.madeAt)}` : "" }},
          {{ a.pieces }} {{ a.pieces === 1 ? "piece" : "pieces" }}
        </span>
        <PlaceLink :to="`/plan/again/${a.id}`">Give it again</PlaceLink>
        <PlaceLink :to="`/plan/sheets/${a.id}`">Record sheets to print</PlaceLink>
        <el-button size="small" :aria-label="`Reopen ${a.name}`" @click="$emit('reopen', a)"
          >Reopen</el-button
        >
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 32px;
  font-weight: 600;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  padding: 4px 0;
}
</style>

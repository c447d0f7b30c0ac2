<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** What a list would change, row by row, and what cannot be read of it. */
defineProps<{ of: Schemas["Import"] }>();
const signs = { added: "+", changed: "≠", same: "=", refused: "✕" } as const;
</script>

<template>
  <p class="sum num" role="status">
    <b>{{ of.added }}</b> added, <b>{{ of.changed }}</b> changed, <b>{{ of.same }}</b> the same,
    <b>{{ of.rows.filter((r) => r.change === "refused").length }}</b> refused{{
      of.newClasses?.length ? `; new: ${of.newClasses.join(", ")}` : ""
    }}
  </p>
  <ul v-if="of.refused.length" class="refused" aria-label="Refused" tabindex="0">
    <li v-for="(r, i) in of.refused" :key="i">Row {{ r.row }}, {{ r.column }}: {{ r.expected }}</li>
  </ul>
  <ol class="rows" tabindex="0" aria-label="Rows of the list">
    <li v-for="r in of.rows" :key="r.row" :class="r.change">
      <b>{{ signs[r.change] }}</b> {{ r.text }} <span class="soft">{{ r.change }}</span>
    </li>
  </ol>
</template>

<style scoped>
ul.refused {
  border: 2px solid var(--ink);
  padding: 8px 12px;
  max-height: 190px;
  overflow: auto;
}
.rows .refused {
  font-weight: 600;
}
.rows {
  max-height: 220px;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--paper);
}
.rows li {
  padding: 3px 10px;
  border-bottom: 1px solid #e2e2e2;
}
.rows b {
  display: inline-block;
  width: 20px;
}
.rows .soft {
  float: right;
}
</style>

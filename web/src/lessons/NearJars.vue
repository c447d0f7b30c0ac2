<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { mL, tenth } from "@/ui/figures";

/** What could stand in for a jar that is short: the nearest fired tiles of jars with enough in them. */
defineProps<{ near: Schemas["JarNear"][] }>();
</script>

<template>
  <span class="near num">
    <template v-if="near.length">
      Nearest in stock:
      <span v-for="(n, i) in near" :key="n.glaze"
        >{{ i ? ", " : "" }}<i :style="{ background: n.fired }" aria-hidden="true" /> <b>{{ n.glaze }}</b>
        {{ n.name }} (tile {{ n.tile }}, ΔE {{ tenth(n.deltaE) }}, {{ mL(n.free) }} free)</span
      >.
    </template>
    <template v-else>No jar with enough left comes near on this clay.</template>
  </span>
</template>

<style scoped>
i {
  display: inline-block;
  width: 13px;
  height: 13px;
  border: 1px solid var(--ink);
  vertical-align: -2px;
}
</style>

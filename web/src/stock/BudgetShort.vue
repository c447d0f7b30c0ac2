<script setup lang="ts">
import type { Schemas } from "@/api/client";
import JarReserves from "@/stock/JarReserves.vue";
import { mL, tenth } from "@/ui/figures";

/** A jar that does not last: who takes from it, who goes without, and what comes nearest. */
defineProps<{ budget: Schemas["JarBudget"] }>();
const pieces = (n: number) => `${n} ${n === 1 ? "piece" : "pieces"}`;
</script>

<template>
  <article :aria-label="`${budget.glaze} is short`">
    <h2>
      <b aria-hidden="true">▲</b> <span class="code">{{ budget.glaze }}</span> {{ budget.name }}:
      {{ mL(budget.left ?? 0) }} left, {{ mL(budget.short) }} short
    </h2>
    <dl>
      <dt>takes from it</dt>
      <dd>
        <span v-for="c in budget.claims" :key="c.assignment"
          >{{ c.class }}, {{ c.title }}: {{ pieces(c.pieces) }}, {{ mL(c.ml) }}</span
        >
        <JarReserves :budget="budget" />
      </dd>
      <dt>goes without</dt>
      <dd>
        <b v-for="h in budget.hit" :key="h.assignment"
          >{{ h.class }}, {{ h.title }}: {{ pieces(h.pieces) }}, {{ mL(h.ml) }} lacking</b
        >
        <span v-if="!budget.hit.length">nobody yet: more is kept than the jar holds</span>
      </dd>
      <template v-if="budget.hit.length">
        <dt>nearest in stock</dt>
        <dd>
          <span v-for="n in budget.nearest" :key="n.glaze" class="near"
            ><i :style="{ background: n.fired }" /> <span class="code">{{ n.glaze }}</span> {{ n.name }}, ΔE
            {{ tenth(n.deltaE) }} on tile {{ n.tile }}, {{ mL(n.free) }} free</span
          >
          <span v-if="!budget.nearest.length"
            >no jar with enough left comes near on this clay: order it, or plan less of it</span
          >
        </dd>
      </template>
    </dl>
  </article>
</template>

<style scoped>
article {
  border: 1px solid var(--line-strong);
  border-left: 5px solid var(--ink);
  background: var(--paper);
  padding: 7px 14px;
  margin-bottom: 8px;
}
h2 {
  font-size: 16px;
  margin: 0 0 4px;
}
dl {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 2px 12px;
  margin: 0;
  font-size: 14px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.near {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.near i {
  width: 22px;
  height: 22px;
  border: 1px solid var(--line-strong);
}
</style>

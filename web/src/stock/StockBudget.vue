<script setup lang="ts">
import { computed } from "vue";
import BudgetShort from "@/stock/BudgetShort.vue";
import JarReserves from "@/stock/JarReserves.vue";
import ReserveForm from "@/stock/ReserveForm.vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { mL } from "@/ui/figures";

/** The jars of the school: what all open strokes of all classes take, and what is kept, against what is left. */
const budget = useAsk(queries.budget());
const all = computed(() => budget.data.value ?? []);
const short = computed(() => all.value.filter((b) => b.short > 0));
</script>

<template>
  <section v-if="all.length" aria-label="How far the jars last">
    <BudgetShort v-for="b in short" :key="b.glaze" :budget="b" />
    <details class="last">
      <summary>
        {{
          short.length
            ? "All jars that plans take from"
            : "Every jar that was looked into lasts for all open plans"
        }}
      </summary>
      <table>
        <thead>
          <tr>
            <th scope="col">Jar</th>
            <th scope="col" class="num">left</th>
            <th scope="col" class="num">open strokes</th>
            <th scope="col" class="num">kept</th>
            <th scope="col" class="num">free</th>
            <th scope="col">who takes from it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="b in all" :key="b.glaze">
            <th scope="row">
              <span class="code">{{ b.glaze }}</span> {{ b.name }}
            </th>
            <td class="num">{{ b.left === undefined ? "not known" : mL(b.left) }}</td>
            <td class="num">{{ mL(b.open) }}</td>
            <td class="num">{{ b.kept > 0 ? mL(b.kept) : "" }}</td>
            <td class="num">
              <b v-if="b.short > 0">▲ {{ mL(b.short) }} short</b>
              <template v-else>{{ b.free === undefined ? "" : mL(b.free) }}</template>
            </td>
            <td>
              {{ b.claims.map((c) => `${c.class}, ${c.title} ${mL(c.ml)}`).join("; ") }}
              <div><JarReserves :budget="b" /></div>
            </td>
          </tr>
        </tbody>
      </table>
    </details>
    <ReserveForm />
  </section>
</template>

<style scoped>
section {
  margin-bottom: 16px;
}
summary {
  cursor: pointer;
  min-height: 32px;
}
table {
  border-collapse: collapse;
  background: var(--sheet);
  margin: 4px 0 12px;
  font-size: 14px;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 3px 14px 3px 8px;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
th.num,
td.num {
  text-align: right;
}
th,
td.num {
  white-space: nowrap;
}
b {
  font-weight: 640;
}
</style>

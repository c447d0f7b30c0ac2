<script setup lang="ts">
import { computed, ref } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { mL } from "@/ui/figures";

/** What all plans of an assignment take of each glaze, beside what is left in the jar. */
const props = defineProps<{ assignment: string }>();
const open = ref(false);
const amounts = useAsk(computed(() => ({ ...queries.amounts(props.assignment), enabled: open.value })));
</script>

<template>
  <details @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>What the plans take</summary>
    <p v-if="amounts.data.value && !amounts.data.value.length" class="soft">Nothing is planned yet.</p>
    <table v-else-if="amounts.data.value">
      <tbody>
        <tr v-for="a in amounts.data.value" :key="a.glaze">
          <th scope="row">
            <span class="code">{{ a.glaze }}</span> {{ a.name }}
          </th>
          <td class="num">{{ mL(a.ml) }}</td>
          <td class="num">{{ a.cups }} {{ a.cups > 1 ? "cups" : "cup" }}</td>
          <td class="num">
            <template v-if="a.left === undefined">nobody knows what is left</template>
            <b v-else-if="a.left < a.ml">▲ only {{ mL(a.left) }} left</b>
            <template v-else>{{ mL(a.left) }} left</template>
          </td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 32px;
}
table {
  border-collapse: collapse;
  background: var(--sheet);
  margin: 4px 0 12px;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 3px 14px 3px 8px;
  border-bottom: 1px solid var(--line);
}
b {
  font-weight: 640;
}
</style>

<script setup lang="ts">
import { ref } from "vue";
import type { Schemas } from "@/api/client";

/** Which column of the file is which of the list, as it was found, to be corrected. */
const columns = defineModel<Record<string, number>>({ required: true });
const fixed = defineModel<Record<string, string>>("fixed", { required: true });
defineProps<{
  of: Schemas["ListColumn"][];
  headings: { key: number; name: string; beside: string }[];
  /** What the rows may have alike where the file has no column for it. */
  alike: string[];
  known: string[];
}>();
/** What is typed and not yet said: an answer that comes meanwhile must not take it away. */
const typed = ref<Record<string, string>>({});
function say(key: string, text: string) {
  fixed.value = { ...fixed.value, [key]: text.trim() };
  delete typed.value[key];
}
const set = (key: string, to: string) => (columns.value = { ...columns.value, [key]: Number(to) });
</script>

<template>
  <table>
    <caption class="visually-hidden">
      Which column of the file is which
    </caption>
    <tbody>
      <tr v-for="c in of" :key="c.key">
        <th scope="row">
          {{ c.key }}<b v-if="c.needed" title="needed">*</b> <span class="soft">{{ c.says }}</span>
        </th>
        <td>
          <select
            :value="columns[c.key] ?? -1"
            :aria-label="`Column for ${c.key}`"
            @change="set(c.key, ($event.target as HTMLSelectElement).value)"
          >
            <option :value="-1">not in the file</option>
            <option v-for="h in headings" :key="h.key" :value="h.key">
              {{ h.name }}{{ h.beside ? `: ${h.beside}` : "" }}
            </option>
          </select>
          <template v-if="alike.includes(c.key) && (columns[c.key] ?? -1) < 0">
            <input
              :value="typed[c.key] ?? fixed[c.key] ?? ''"
              :list="`known-${c.key}`"
              :aria-label="`${c.key} of all rows`"
              placeholder="for all rows"
              @input="typed[c.key] = ($event.target as HTMLInputElement).value"
              @change="say(c.key, ($event.target as HTMLInputElement).value)"
            />
            <datalist :id="`known-${c.key}`">
              <option v-for="k in known" :key="k" :value="k" />
            </datalist>
          </template>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 600;
  width: 46%;
  padding: 3px 8px 3px 0;
  line-height: 1.25;
}
th .soft {
  font-weight: 400;
  font-size: 13.5px;
}
td {
  display: flex;
  gap: 6px;
}
select,
input {
  min-height: 32px;
  min-width: 0;
  flex: 1;
}
tr + tr {
  border-top: 1px solid var(--line);
}
</style>

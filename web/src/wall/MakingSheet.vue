<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { useGlazes } from "@/lib/useLists";
import { sayStack } from "@/lib/stack";

/** How the tiles of a programme are made: which glaze goes where, how many coats, what stands on the back. */
defineProps<{ sheet: Schemas["ProgrammeSheet"] }>();
const glazes = useGlazes();
const letter = (i: number) => String.fromCharCode(65 + i);
const names = (stack: Schemas["Layer"][]) =>
  [...new Set(stack.map((l) => glazes.byCode.value.get(l.glaze)?.name ?? ""))].filter(Boolean).join(", ");
</script>

<template>
  <ul class="tiles">
    <li v-for="t in sheet.crossed" :key="t.code">
      <h3>{{ t.code }}</h3>
      <table>
        <thead>
          <tr>
            <td />
            <th v-for="(c, i) in t.columns" :key="i" scope="col">
              {{ letter(i) }} <span class="num">{{ sayStack(c) }}</span>&nbsp;<span class="soft">{{
                names(c)
              }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, j) in t.rows" :key="j">
            <th scope="row">
              {{ j + 1 }}
              <span v-if="r.length" class="num"
                >{{ sayStack(r) }} <span class="soft">{{ names(r) }}</span></span
              >
              <span v-else>nothing over it</span>
            </th>
            <td
              v-for="(_, i) in t.columns"
              :key="i"
              :class="{ wanted: t.cells[j * t.columns.length + i]?.wanted }"
            >
              {{ t.cells[j * t.columns.length + i]?.code }}
              {{ t.cells[j * t.columns.length + i]?.wanted ? "●" : "" }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="back">
        On the back: <b>{{ t.back }}</b>
      </p>
    </li>
    <li v-for="t in sheet.strips" :key="t.code">
      <h3>{{ t.code }}</h3>
      <table>
        <tbody>
          <tr>
            <th scope="row">
              <span class="num">{{ t.glaze }}</span> {{ glazes.byCode.value.get(t.glaze)?.name }}
            </th>
            <td v-for="n in 3" :key="n" class="wanted">{{ n }} {{ n === 1 ? "coat" : "coats" }}</td>
          </tr>
        </tbody>
      </table>
      <p class="back">
        On the back: <b>{{ t.back }}</b>
      </p>
    </li>
  </ul>
  <p class="soft">
    ● is what a plan asks for; the other fields come with it. Bases first, left to right; then the rows.
  </p>
</template>

<style scoped>
.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(400px, 1fr));
  gap: 14px;
}
li {
  background: #fff;
  border: 1px solid var(--line-strong);
  padding: 10px 14px;
  break-inside: avoid;
}
table {
  border-collapse: collapse;
  margin: 6px 0;
  width: 100%;
}
th,
td {
  border: 1px solid #888;
  padding: 4px 8px;
  text-align: left;
  font-weight: 400;
  font-size: 14px;
  height: 34px;
}
thead td {
  border: 0;
}
.wanted {
  font-weight: 640;
}
.back {
  font-size: 14px;
}
</style>

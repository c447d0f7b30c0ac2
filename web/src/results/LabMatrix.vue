<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { sayStack } from "@/lib/stack";
import GlazeFace from "@/ui/GlazeFace.vue";

/** One ground: bases across, what lies over them down the side. A hatched field is a question. */
type Cell = Schemas["LabCell"];
const props = defineProps<{ of: Schemas["LabMatrix"] }>();
const emit = defineEmits<{ open: [cell: Cell] }>();
const cell = (row: number, column: number) => props.of.cells[row * props.of.bases.length + column]!;
function says(c: Cell) {
  const words = [`${sayStack(c.stack)}:`];
  if (c.judged) words.push(`${c.sound} of ${c.judged} sound`);
  else if (c.fired) words.push(`${c.fired} out, nobody looked yet`);
  if (c.tile) words.push(`tile ${c.tile}`);
  if (c.taken.length) words.push(`${c.taken.length} under way`);
  if (c.offered.length) words.push(`offered to ${c.offered.length}`);
  if (c.planned.length) words.push(`planned ${c.planned.length}×`);
  if (words.length === 1) words.push(c.asked ? "asked for before" : "nobody asked");
  return words.join(", ").replace(":,", ":");
}
</script>

<template>
  <section class="sheet">
    <h2>
      {{ of.clay }}{{ of.textured ? ", textured" : ", smooth" }}, cone {{ of.cone
      }}{{ of.atmosphere === "reduction" ? ", reduction" : "" }}
      <span class="soft num">{{ of.back }} of {{ of.asked }} came back</span>
    </h2>
    <div class="scroll" tabindex="0" role="region" :aria-label="`Stacks on ${of.clay}, cone ${of.cone}`">
      <table>
        <thead>
          <tr>
            <th scope="col" class="corner">over ↓, base →</th>
            <th v-for="(b, i) in of.bases" :key="i" scope="col">{{ sayStack(b) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(top, row) in of.tops" :key="row">
            <th scope="row">{{ top.length ? sayStack(top) : "nothing" }}</th>
            <td v-for="(_, column) in of.bases" :key="column">
              <button
                type="button"
                :class="{ asked: cell(row, column).asked }"
                :aria-label="says(cell(row, column))"
                @click="emit('open', cell(row, column))"
              >
                <span v-if="cell(row, column).look || cell(row, column).asked" class="look">
                  <img
                    v-if="!cell(row, column).look && cell(row, column).pictures.length"
                    :src="`/api/photographs/${cell(row, column).pictures.at(-1)}/picture`"
                    alt=""
                  />
                  <GlazeFace
                    v-else-if="cell(row, column).look || !cell(row, column).fired"
                    :fired="cell(row, column).look"
                    colours="fired"
                  />
                </span>
                <b v-if="cell(row, column).judged" class="num tag"
                  >{{ cell(row, column).sound }} of {{ cell(row, column).judged }} sound</b
                >
                <b v-else-if="cell(row, column).fired" class="num tag">out</b>
                <b v-else-if="cell(row, column).taken.length" class="num tag going"
                  >{{ cell(row, column).taken.length }} under way</b
                >
                <b v-else-if="cell(row, column).offered.length" class="num tag going">offered</b>
                <b v-else-if="cell(row, column).planned.length && !cell(row, column).tile" class="num ask">{{
                  cell(row, column).planned.length
                }}</b>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
section {
  padding: 10px 14px 12px;
  min-width: 0;
}
h2 {
  margin: 0 0 8px;
  font-size: 17px;
}
.scroll {
  overflow: auto;
}
table {
  border-collapse: collapse;
}
th {
  font-weight: 600;
  text-align: left;
  padding: 3px 10px 3px 0;
  white-space: nowrap;
  font-size: 14px;
}
thead th {
  vertical-align: bottom;
  max-width: 118px;
  white-space: normal;
}
thead .corner {
  font-weight: 400;
  white-space: nowrap;
  max-width: none;
}
td {
  padding: 1px;
}
button {
  position: relative;
  width: 118px;
  height: 58px;
  padding: 0;
  border: 1px solid transparent;
  background: none;
  cursor: pointer;
}
button.asked {
  border-color: var(--line-strong);
}
.look,
img {
  display: block;
  width: 100%;
  height: 100%;
}
img {
  object-fit: cover;
}
b {
  position: absolute;
  background: var(--paper);
  font-size: 13px;
  padding: 0 4px;
  line-height: 1.4;
}
.tag {
  left: 0;
  bottom: 0;
}
.going {
  border: 1px dashed var(--ink);
}
.ask {
  left: 50%;
  top: 50%;
  transform: translate(-50%, -50%);
  border: 2px solid var(--ink);
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import BellRow from "@/lessons/BellRow.vue";
import { later, turns, weekdays } from "@/lessons/days";

/** Days that run as another one does, or by bells of their own. */
const props = defineProps<{ cycle: Schemas["Cycle"] }>();
const odd = defineModel<Schemas["OddDay"][]>({ required: true });
const of = computed(() => turns(props.cycle));
const number = (e: Event) => Number((e.target as HTMLSelectElement).value) || undefined;
/** "own" for bells of its own, else the weekday; in a cycle of days, the turn. */
const runs = (d: Schemas["OddDay"]) =>
  d.own ? "own" : String((props.cycle.turning === "days" ? d.turn : d.weekday) ?? 1);
function run(d: Schemas["OddDay"], as: string) {
  d.own = as === "own";
  d.bells ??= [];
  const n = d.own ? undefined : Number(as);
  if (props.cycle.turning === "days") d.turn = n;
  else
    Object.assign(d, {
      weekday: n,
      turn: d.own ? undefined : d.turn || (props.cycle.turning ? 1 : undefined),
    });
}
function add() {
  const day: Schemas["OddDay"] = { date: "", name: "", bells: [] };
  run(day, "own");
  odd.value.push(day);
}
function more(d: Schemas["OddDay"]) {
  const from = d.bells!.at(-1)?.ends ?? "09:00";
  d.bells!.push({ classes: [], starts: from, ends: later(from, 45) });
}
</script>

<template>
  <section class="sheet" aria-labelledby="odd">
    <h2 id="odd">Odd days</h2>
    <p class="soft">A short day, a Saturday that runs as a Monday, a day that goes ahead of its turn.</p>
    <ul>
      <li v-for="(d, i) in odd" :key="i" class="odd">
        <div class="row">
          <input v-model="d.date" type="date" :aria-label="`Date of odd day ${i + 1}`" />
          <input
            v-model="d.name"
            :aria-label="`Name of odd day ${i + 1}`"
            maxlength="80"
            placeholder="What it is called"
          />
          <button type="button" :aria-label="`Remove odd day ${i + 1}`" @click="odd.splice(i, 1)">✕</button>
        </div>
        <div class="row">
          <span>runs</span>
          <select
            :value="runs(d)"
            :aria-label="`How odd day ${i + 1} runs`"
            @change="run(d, ($event.target as HTMLSelectElement).value)"
          >
            <option value="own">by bells of its own</option>
            <template v-if="cycle.turning === 'days'">
              <option v-for="t in of" :key="t.turn" :value="t.turn">as {{ t.name }}</option>
            </template>
            <template v-else>
              <option v-for="(w, n) in weekdays" :key="w" :value="n + 1">as a {{ w }}</option>
            </template>
          </select>
          <select
            v-if="cycle.turning === 'weeks' && !d.own"
            :value="d.turn ?? 1"
            :aria-label="`Week of odd day ${i + 1}`"
            @change="d.turn = number($event)"
          >
            <option v-for="t in of" :key="t.turn" :value="t.turn">of {{ t.name }}</option>
          </select>
        </div>
        <template v-if="d.own">
          <ul>
            <BellRow
              v-for="(_, j) in d.bells ?? []"
              :key="j"
              v-model="d.bells![j]!"
              dayless
              :named="`lesson ${j + 1} of odd day ${i + 1}`"
              turning=""
              :turns="[]"
              @remove="d.bells!.splice(j, 1)"
            />
          </ul>
          <el-button size="small" @click="more(d)">Add a lesson</el-button>
          <span v-if="!d.bells?.length" class="soft"> Nothing is taught that day.</span>
        </template>
      </li>
    </ul>
    <el-button @click="add">Add an odd day</el-button>
  </section>
</template>

<style scoped>
.odd {
  border-left: 4px solid var(--line-strong);
  padding: 4px 0 10px 10px;
  margin-bottom: 10px;
}
.row {
  display: flex;
  gap: 8px;
  margin-bottom: 6px;
  align-items: center;
}
.row > :is(input, select) {
  flex: 1 1 0;
}
.row > button {
  flex: 0 0 44px;
  font: inherit;
  min-height: 40px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
}
</style>

<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import BellRow from "@/lessons/BellRow.vue";
import CycleFields from "@/lessons/CycleFields.vue";
import { later, turns } from "@/lessons/days";
import OddDays from "@/lessons/OddDays.vue";
import { useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";

/** What an ordinary week has, how weeks turn over, and every day on which it is otherwise. */
type Table = Schemas["Timetable"];
const client = useQueryClient();
const changed = useChanged();
const screen = useScreen();
const classes = useClasses();
const query = useAsk(queries.timetable());
const table = ref<Table>();
const base = ref<Table>();
const dirty = computed(() => JSON.stringify(table.value) !== JSON.stringify(base.value));
/** What comes from elsewhere never takes away what is being typed. */
watch(
  () => query.data.value,
  (now) => {
    if (!now || dirty.value) return;
    base.value = now;
    table.value = JSON.parse(JSON.stringify(now)) as Table;
  },
  { immediate: true },
);
const of = computed(() => turns(table.value!.cycle));
/** Bells with nowhere to ring, after the cycle was changed, are brought to where it has a place. */
function turned(cycle: Schemas["Cycle"]) {
  const t = table.value!;
  t.cycle = cycle;
  const fits = (b: { weekday?: number; turn?: number }) => {
    if (cycle.turning === "days")
      Object.assign(b, { weekday: undefined, turn: Math.min(b.turn || b.weekday || 1, cycle.length) });
    else b.weekday ??= Math.min(b.turn ?? 1, 5);
    if (!cycle.turning) b.turn = undefined;
    else if ((b.turn ?? 0) > cycle.length) b.turn = cycle.length;
  };
  t.bells.forEach(fits);
  t.odd.filter((o) => !o.own).forEach(fits);
}
function add() {
  const t = table.value!;
  const last = t.bells.at(-1);
  t.bells.push({
    classes: [screen.classId || classes.taught.value[0]?.id || ""].filter(Boolean),
    ...(t.cycle.turning === "days"
      ? { turn: last?.turn ?? 1 }
      : { weekday: last?.weekday ?? 1, turn: last?.turn }),
    starts: last?.ends ?? "09:00",
    ends: later(last?.ends ?? "09:00", 60),
  });
}
async function save() {
  const t = table.value!;
  const kept = await attempt(
    answer(api.PUT("/timetable", { body: { ...t, from: t.from || undefined, to: t.to || undefined } })),
  );
  if (!kept) return;
  base.value = table.value;
  client.setQueryData(queries.timetable().queryKey, kept);
  await changed("bells");
  say("The timetable is kept: the tablets follow it.");
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Bells, holidays and odd days</h1>
      <p class="soft">
        <PlaceLink to="/lessons">The calendar</PlaceLink> is made of these. Lessons that you moved or called
        off there stay so.
      </p>
    </div>
    <el-button type="primary" :disabled="!dirty" @click="save">Save the timetable</el-button>
  </div>
  <div v-if="table" class="columns">
    <section class="sheet" aria-labelledby="bells">
      <h2 id="bells">Bells</h2>
      <CycleFields :model-value="table.cycle" @update:model-value="turned" />
      <ul v-if="table.bells.length">
        <BellRow
          v-for="(_, i) in table.bells"
          :key="i"
          v-model="table.bells[i]!"
          :named="`lesson ${i + 1}`"
          :turning="table.cycle.turning"
          :turns="of"
          @remove="table.bells.splice(i, 1)"
        />
      </ul>
      <p v-else class="soft">No bells yet: the tablets serve the class you switch them to.</p>
      <el-button @click="add">Add a bell</el-button>
      <ul v-if="!dirty && table.doubts?.length" class="doubts">
        <li v-for="d in table.doubts" :key="d">{{ d }}</li>
      </ul>
    </section>
    <div class="side">
      <section class="sheet" aria-labelledby="term">
        <h2 id="term">The term</h2>
        <div class="two">
          <label>First day <input v-model="table.from" type="date" /></label>
          <label>Last day <input v-model="table.to" type="date" /></label>
        </div>
      </section>
      <section class="sheet" aria-labelledby="holidays">
        <h2 id="holidays">Holidays</h2>
        <ul>
          <li v-for="(h, i) in table.holidays" :key="i" class="holiday">
            <input
              v-model="h.name"
              :aria-label="`Name of holiday ${i + 1}`"
              maxlength="80"
              placeholder="What it is called"
            />
            <input v-model="h.from" type="date" :aria-label="`First day of holiday ${i + 1}`" />
            <input v-model="h.to" type="date" :aria-label="`Last day of holiday ${i + 1}`" />
            <button
              type="button"
              :aria-label="`Remove holiday ${i + 1}`"
              @click="table.holidays.splice(i, 1)"
            >
              ✕
            </button>
          </li>
        </ul>
        <el-button @click="table.holidays.push({ name: '', from: '', to: '' })">Add a holiday</el-button>
      </section>
      <OddDays v-model="table.odd" :cycle="table.cycle" />
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 7fr) minmax(0, 4fr);
  gap: 20px;
  align-items: start;
}
.sheet,
.columns :deep(.sheet) {
  padding: 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  justify-items: start;
}
.columns :deep(.sheet > ul) {
  width: 100%;
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 20px;
}
.two {
  display: flex;
  gap: 14px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.doubts li {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
}
.columns :deep(:is(select, input:not([type="checkbox"]), li > button)) {
  font: inherit;
  min-height: 40px;
  min-width: 0;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 8px;
}
.holiday {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 44px;
  gap: 6px 8px;
  margin-bottom: 14px;
}
.holiday > input:first-child {
  grid-column: 1 / 3;
}
.holiday > button {
  grid-area: 1 / 3;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

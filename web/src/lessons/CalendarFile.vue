<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, Problem, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { turns, weekdays } from "@/lessons/days";
import { useClasses } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { date as dateOf, day } from "@/ui/moments";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** A calendar file of the school office: what it would bring is shown before it is taken over. */
const emit = defineEmits<{ close: [] }>();
const changed = useChanged();
const asks = useAsks();
const classes = useClasses();
const text = ref("");
const named = ref<Record<string, string>>({});
const holidays = ref(true);
const from = ref("");
const to = ref("");
const preview = ref<Schemas["CalendarImport"]>();
const wrong = ref("");
const called = (ids: string[]) =>
  ids.map((id) => classes.taught.value.find((c) => c.id === id)?.name ?? "?").join(" and ");
const send = (apply: boolean) =>
  answer(
    api.POST("/timetable/calendar", {
      body: {
        text: text.value,
        classes: named.value,
        holidays: holidays.value,
        apply,
        ...(from.value ? { from: from.value } : {}),
        ...(to.value ? { to: to.value } : {}),
      },
    }),
  );
let asked = 0;
async function look() {
  const mine = ++asked;
  if (!text.value) return;
  try {
    const seen = await send(false);
    if (mine !== asked) return;
    preview.value = seen;
    wrong.value = "";
  } catch (error) {
    if (mine === asked) wrong.value = error instanceof Problem ? error.message : String(error);
  }
}
watch([text, named, holidays, from, to], look, { deep: true });
async function chosen(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  named.value = {};
  preview.value = undefined;
  text.value = await file.text();
  if (!text.value) wrong.value = "This file is empty.";
  input.value = "";
}
const bells = computed(() =>
  (preview.value?.bells ?? []).map((b) => {
    const turn = turns(preview.value!.cycle).find((t) => t.turn === b.turn)?.name;
    const on = [b.weekday && weekdays[b.weekday - 1], turn].filter(Boolean).join(" of ");
    return `${on}, ${b.starts} to ${b.ends}: ${called(b.classes)}`;
  }),
);
const may = computed(
  () =>
    preview.value &&
    !wrong.value &&
    (preview.value.added || preview.value.changed || preview.value.lost || preview.value.holidays.length),
);
async function take() {
  const done = await attempt(send(true));
  if (!done?.applied) return;
  say("The calendar is imported: the tablets follow it.");
  await changed("bells");
  emit("close");
}
</script>

<template>
  <el-dialog :model-value="true" title="Import a calendar" width="760px" align-center @close="emit('close')">
    <AskGate :asks="asks">
      <div class="bring">
        <label
          >A calendar file (.ics) <input type="file" accept=".ics,text/calendar" @change="chosen"
        /></label>
        <p v-if="wrong" role="alert" class="wrong">{{ wrong }}</p>
        <template v-if="preview">
          <section aria-labelledby="whose">
            <h3 id="whose">Whose lessons are they?</h3>
            <ul class="names" tabindex="0" aria-label="Events by name">
              <li v-for="n in preview.names" :key="n.name">
                <span
                  ><b>{{ n.name || "Without a name" }}</b
                  >{{ " " }}
                  <span class="soft num">
                    {{ n.events === 1 ? "once" : `${n.events} times` }}, {{ day(n.first)
                    }}{{ n.events > 1 ? ` to ${day(n.last)}` : "" }}</span
                  ></span
                >
                <select
                  :value="n.class"
                  :aria-label="`Class of ${n.name}`"
                  @change="named = { ...named, [n.name]: ($event.target as HTMLSelectElement).value }"
                >
                  <option value="">{{ n.days ? (holidays ? "A holiday" : "Left out") : "Left out" }}</option>
                  <option v-for="c in classes.taught.value" :key="c.id" :value="c.id">{{ c.name }}</option>
                </select>
              </li>
            </ul>
          </section>
          <div class="span">
            <label>From <input v-model="from" type="date" /></label>
            <label>To <input v-model="to" type="date" /></label>
            <p class="soft">
              With these days: what the file does not have between them goes, for its classes. Without: only
              days on which it has a lesson change.
            </p>
            <label class="tick"><input v-model="holidays" type="checkbox" /> Whole days are holidays</label>
          </div>
          <section aria-labelledby="brings" class="brings">
            <h3 id="brings">
              What it brings<template v-if="preview.from"
                >, {{ dateOf(preview.from) }} to {{ dateOf(preview.to) }}</template
              >
            </h3>
            <ul class="num">
              <li v-for="b in bells" :key="b">{{ b }}</li>
              <li v-for="h in preview.holidays" :key="h.from">
                {{ h.name || "Holiday" }}: {{ day(h.from) }}{{ h.to !== h.from ? ` to ${day(h.to)}` : "" }}
              </li>
              <li v-if="!preview.names.some((n) => n.class) && !preview.holidays.length" class="soft">
                Nothing yet: say whose lessons they are.
              </li>
            </ul>
            <p class="num">
              In the whole term: {{ preview.added }} lessons added, {{ preview.changed }} changed,
              <b>{{ preview.lost }} lost</b>. Other days and other classes stay as they are.
            </p>
            <p v-for="n in preview.notes" :key="n">{{ n }}</p>
          </section>
        </template>
        <p v-else-if="!wrong" class="soft">
          It is read here and goes nowhere. Events called like a class are taken for its lessons; what repeats
          becomes bells.
        </p>
      </div>
    </AskGate>
    <template #footer>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :disabled="!may" @click="take">Import the lessons</el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.bring {
  display: grid;
  gap: 14px;
}
.bring > label {
  font-weight: 600;
  display: grid;
  gap: 6px;
}
.names {
  max-height: 230px;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--paper);
  padding: 4px 10px;
}
.names li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 3px 0;
}
select,
input[type="date"] {
  font: inherit;
  min-height: 38px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 8px;
}
.names select {
  width: 200px;
}
.span {
  display: flex;
  gap: 18px;
  align-items: center;
  flex-wrap: wrap;
}
.brings ul {
  max-height: 190px;
  overflow: auto;
  margin: 4px 0;
}
.brings li {
  padding: 2px 0;
}
.wrong {
  border-left: 4px solid var(--ink);
  padding-left: 8px;
  font-weight: 600;
}
</style>

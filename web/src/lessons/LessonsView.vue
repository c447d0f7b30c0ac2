<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import CalendarFile from "@/lessons/CalendarFile.vue";
import { mondayOf } from "@/lessons/days";
import LessonDialog from "@/lessons/LessonDialog.vue";
import ShortJars from "@/lessons/ShortJars.vue";
import WeekRow from "@/lessons/WeekRow.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { day } from "@/ui/moments";
import AskGate from "@/ui/AskGate.vue";

/** The calendar of the term by week: what the bells have, and every day that departs from them. */
const screen = useScreen();
const session = useSession();
const mayChange = computed(() => session.data.value?.role === "teacher");
const table = useAsk(queries.timetable());
/** Without a term, what lies around today. */
const openWeeks = 18;
const first = computed(() => table.data.value?.from && mondayOf(table.data.value.from));
const span = computed(() => {
  const { from, to } = table.data.value ?? {};
  if (!from || !to) return 7 * openWeeks;
  const days = (Date.parse(mondayOf(to)) - Date.parse(mondayOf(from))) / 86_400_000 + 7;
  return Math.min(days, 54 * 7);
});
const query = useAsk(
  computed(() => ({ ...queries.lessons(span.value, first.value || undefined), enabled: !!table.data.value })),
);
const data = computed(() => query.data.value);
const weeks = computed(() => {
  const all = data.value?.days ?? [];
  return Array.from({ length: Math.ceil(all.length / 7) }, (_, i) => all.slice(7 * i, 7 * i + 7));
});
/** Saturday and Sunday stand there where something is taught on one of them. */
const columns = computed(() => {
  const taught = (n: number) => weeks.value.some((w) => w[n]?.lessons.length);
  return taught(6) ? 7 : taught(5) ? 6 : 5;
});
const empty = computed(() => table.data.value && !weeks.value.some((w) => w.some((d) => d.lessons.length)));
const thisWeek = computed(() => data.value && mondayOf(data.value.today));

/** What is past is folded away, but for the last week. */
const earlier = ref(false);
const past = computed(() => {
  const now = weeks.value.findIndex((w) => w[0]!.date === thisWeek.value);
  return Math.max((now < 0 ? 0 : now) - 1, 0);
});
const shown = computed(() => (earlier.value ? weeks.value : weeks.value.slice(past.value)));

const open = ref<{ lesson?: Schemas["Lesson"]; date: string }>();
const bringing = ref(false);
const term = computed(() => {
  const { from, to } = data.value ?? {};
  if (from && to) return `The term runs from ${day(from)} to ${day(to)}.`;
  return "No term is set: the bells ring on and on.";
});
</script>

<template>
  <div class="head">
    <div>
      <h1>Lessons</h1>
      <p class="soft">
        {{ term }} Tablets and late taps follow this calendar.<template v-if="mayChange">
          Press a lesson to move it.</template
        >
      </p>
    </div>
    <div v-if="mayChange" class="acts">
      <PlaceLink to="/lessons/seats" class="link">Seats by glaze</PlaceLink>
      <PlaceLink to="/lessons/bells" class="link">Bells and holidays</PlaceLink>
      <el-button @click="bringing = true">Import a calendar</el-button>
      <a class="link" href="/api/timetable/calendar" download="lessons.ics">Export as .ics</a>
    </div>
  </div>
  <ul v-if="data?.doubts.length" class="doubts">
    <li v-for="d in data.doubts" :key="d">{{ d }}</li>
  </ul>
  <p v-if="empty" class="sheet none">
    No lesson yet. <PlaceLink to="/lessons/bells">Set the bells of a week</PlaceLink>, or bring the calendar
    of the school office: tablets then serve the right class by themselves.
  </p>
  <AskGate v-else-if="data"><ShortJars /></AskGate>
  <div v-if="data && !empty" class="board" :style="{ '--columns': columns }">
    <button v-if="past && !earlier" type="button" class="earlier" @click="earlier = true">
      Show the {{ past === 1 ? "week" : `${past} weeks` }} before
    </button>
    <WeekRow
      v-for="w in shown"
      :key="w[0]!.date"
      :days="w.slice(0, columns)"
      :today="data.today"
      :current="w[0]!.date === thisWeek"
      :class-id="screen.classId"
      :may-change="mayChange"
      @open="(lesson, date) => (open = { lesson, date })"
    />
  </div>
  <LessonDialog v-if="open" :lesson="open.lesson" :date="open.date" @close="open = undefined" />
  <CalendarFile v-if="bringing" @close="bringing = false" />
</template>

<style scoped>
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
.link {
  min-height: 38px;
  display: inline-flex;
  align-items: center;
}
.head p {
  max-width: 52ch;
}
.none {
  padding: 22px;
  max-width: 70ch;
}
.doubts {
  margin-bottom: 14px;
  border-left: 4px solid var(--ink);
  padding-left: 12px;
}
.earlier {
  border: 0;
  background: var(--sheet);
  min-height: 38px;
  text-align: left;
  padding: 0 10px;
  text-decoration: underline;
  cursor: pointer;
}
.board {
  display: grid;
  gap: 1px;
  background: var(--line);
  border: 1px solid var(--line);
}
</style>

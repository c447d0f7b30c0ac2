<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { day } from "@/ui/moments";
import { weekdays } from "@/lessons/days";

/** One week of the calendar, a day beside the other. */
const props = defineProps<{
  days: Schemas["CalendarDay"][];
  today: string;
  current: boolean;
  classId: string;
  mayChange: boolean;
}>();
const emit = defineEmits<{ open: [lesson: Schemas["Lesson"] | undefined, date: string] }>();
const signs = { usual: "", odd: "", moved: "moved", added: "added", cancelled: "called off" } as const;
const week = () => {
  const turn = props.days[0]?.turn ?? "";
  return turn.startsWith("week") ? turn : "";
};
</script>

<template>
  <section
    class="week"
    :aria-current="current ? 'date' : undefined"
    :aria-label="`Week of ${day(days[0]!.date)}`"
  >
    <h2 class="num">
      {{ day(days[0]!.date) }}
      <span v-if="week()">{{ week() }}</span>
    </h2>
    <div
      v-for="(d, i) in days"
      :key="d.date"
      class="day"
      :class="{
        today: d.date === today,
        past: d.date < today,
        off: d.holiday && !d.lessons.length,
        out: !d.taught,
      }"
    >
      <h3>
        <span>{{ weekdays[i]!.slice(0, 3) }} {{ Number(d.date.slice(8)) }}</span>
        <span v-if="d.turn.startsWith('Day')">{{ d.turn }}</span>
        <b v-if="d.date === today">today</b>
      </h3>
      <p v-if="d.holiday || d.odd" class="why">{{ d.odd || d.holiday }}</p>
      <ul>
        <li v-for="l in d.lessons" :key="l.key">
          <component
            :is="mayChange ? 'button' : 'span'"
            :type="mayChange ? 'button' : undefined"
            class="lesson num"
            :class="[
              l.is,
              { mine: l.classes.includes(classId), other: classId && !l.classes.includes(classId) },
            ]"
            :title="l.note || undefined"
            @click="mayChange && emit('open', l, d.date)"
          >
            <span>{{ l.starts }}</span> <b>{{ l.names }}</b> <i v-if="signs[l.is]">{{ signs[l.is] }}</i>
          </component>
        </li>
      </ul>
      <button
        v-if="mayChange"
        type="button"
        class="add"
        :aria-label="`One more lesson on ${weekdays[i]} ${day(d.date)}`"
        @click="emit('open', undefined, d.date)"
      >
        +
      </button>
    </div>
  </section>
</template>

<style scoped>
.week {
  display: grid;
  grid-template-columns: 84px repeat(var(--columns), minmax(0, 1fr));
  gap: 1px;
}
.week > * {
  background: var(--sheet);
  padding: 6px 8px;
}
h2 {
  font-size: 14px;
  display: grid;
  align-content: start;
  gap: 2px;
}
h2 span {
  font-weight: 400;
}
.week[aria-current] > h2 {
  box-shadow: inset 5px 0 0 var(--ink);
}
.day {
  position: relative;
  min-height: 62px;
}
h3 {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--soft);
  display: flex;
  gap: 8px;
  padding-right: 26px;
}
.today {
  background: #fff;
  box-shadow: inset 0 0 0 2px var(--ink);
}
.today h3 {
  color: var(--ink);
}
.past .lesson {
  color: var(--soft);
}
.off {
  background: repeating-linear-gradient(135deg, #ececec 0 7px, #dedede 7px 8px);
}
.out {
  background: #e4e4e4;
}
.why {
  font-size: 13px;
  font-style: italic;
}
.lesson {
  display: block;
  width: 100%;
  text-align: left;
  border: 0;
  background: none;
  padding: 2px 4px;
  margin: 1px -4px;
  min-height: 26px;
  line-height: 1.3;
  font-size: 14px;
}
.lesson b {
  font-weight: 600;
}
.lesson i {
  font-size: 12px;
}
button.lesson {
  cursor: pointer;
}
button.lesson:hover {
  background: var(--paper);
  box-shadow: inset 0 0 0 1px var(--line-strong);
}
.lesson.mine {
  box-shadow: inset 4px 0 0 var(--ink);
  padding-left: 8px;
}
.lesson.other b {
  font-weight: 400;
}
.lesson.cancelled > :not(i) {
  text-decoration: line-through;
}
.add {
  position: absolute;
  top: 2px;
  right: 2px;
  width: 26px;
  height: 26px;
  border: 0;
  background: none;
  cursor: pointer;
  color: var(--soft);
}
.add:hover,
.add:focus-visible {
  color: var(--ink);
  background: var(--paper);
}
@media (max-width: 900px) {
  .week {
    grid-template-columns: 1fr;
  }
  .day {
    min-height: 0;
  }
  .lesson,
  .add {
    min-height: 44px;
    min-width: 44px;
  }
}
</style>

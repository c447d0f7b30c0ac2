<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import CourseStrand from "@/lessons/CourseStrand.vue";
import { clock } from "@/ui/moments";

/** The lesson as strands, one for each piece: strokes in the colour of their jar, waits between them. */
const props = defineProps<{ course: Schemas["LessonCourse"]; now: number }>();
const from = computed(() => Date.parse(props.course.glazing?.from ?? props.course.lesson.begins));
const to = computed(() =>
  Math.max(Date.parse(props.course.glazing?.to ?? props.course.lesson.rings), from.value + 60_000),
);
const bell = computed(() => Math.max(to.value, Date.parse(props.course.lesson.rings)));
const share = (at: number) => (100 * (at - from.value)) / (bell.value - from.value);
/** Every ten minutes by the clock. */
const marks = computed(() => {
  const step = 600_000;
  const all: number[] = [];
  for (let at = Math.ceil(from.value / step) * step; at < to.value - step / 4; at += step) all.push(at);
  return all;
});
const at = computed(() => (props.now > from.value && props.now < bell.value ? share(props.now) : undefined));
/** Who is finished first stands first; who has nothing to do in this lesson, last. */
const rows = computed(() =>
  [...props.course.pieces].sort(
    (a, b) =>
      Number(!a.steps.length) - Number(!b.steps.length) ||
      a.student.localeCompare(b.student) ||
      a.title.localeCompare(b.title),
  ),
);
</script>

<template>
  <div class="board num" :style="{ '--up': `${100 - share(to)}%` }">
    <div class="scale" aria-hidden="true">
      <span v-for="m in marks" :key="m" :style="{ left: `${share(m)}%` }">{{ clock(m) }}</span>
      <b :style="{ left: `${(share(to) + 100) / 2}%` }">clear up</b>
    </div>
    <ol>
      <CourseStrand
        v-for="p in rows"
        :key="p.piece"
        :piece="p"
        :share="share"
        :last="course.lessons.length"
        :at="at"
      />
    </ol>
  </div>
</template>

<style scoped>
.scale {
  position: relative;
  height: 24px;
  margin-left: 176px;
  margin-right: 92px;
  font-size: 12.5px;
  color: var(--soft);
}
.scale > * {
  position: absolute;
  transform: translateX(-50%);
  white-space: nowrap;
}
.scale b {
  color: var(--ink);
}
@media (max-width: 720px) {
  .scale {
    margin-left: 96px;
    margin-right: 60px;
  }
  .scale span:nth-child(even) {
    display: none;
  }
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import type { Schemas } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useNow } from "@/lib/useNow";
import CourseBoard from "@/lessons/CourseBoard.vue";
import RemedyList from "@/lessons/RemedyList.vue";
import RightNow from "@/lessons/RightNow.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { clock, dateAndClock, day } from "@/ui/moments";
import AskGate from "@/ui/AskGate.vue";

/** One lesson: who does what when, what is finished today, and who needs more time than there is. */
const route = useRoute();
const key = computed(() => String(route.params.key));
const query = useAsk(computed(() => queries.course(key.value)));
const course = computed(() => query.data.value);
const now = useNow();

const runs = computed(() => {
  const l = course.value?.lesson;
  return !!l && now.value >= Date.parse(l.begins) && now.value < Date.parse(l.rings);
});
const unsure = computed(() => course.value?.pieces.filter((p) => p.unsure) ?? []);
const behind = computed(() => course.value?.pieces.filter((p) => p.behind) ?? []);
/** "today", "after Thu 5 Mar", "later than can be foreseen". */
function when(n: number): string {
  const l = course.value?.lessons[n];
  if (!l) return "later than is foreseen";
  return n === 0 ? "in this lesson" : `after ${day(l.begins)}`;
}
const outcome = computed(() =>
  (course.value?.counts ?? []).map((count, n) => ({ n, count, dry: dryAfter(n) })).filter((c) => c.count > 0),
);
/** When the last piece that a lesson finishes is dry enough for the kiln. */
function dryAfter(n: number): string | undefined {
  const all = course.value?.pieces.filter((p) => !p.unsure && p.done === n).map((p) => p.kilnDry ?? "");
  return all?.sort().at(-1);
}
/** When all that is planned is finished. */
const unit = computed(() => {
  const last = outcome.value.at(-1);
  if (!last) return "";
  return course.value!.lessons[last.n]
    ? `All that is planned is finished ${when(last.n)}.`
    : `More is planned than ${course.value!.lessons.length} lessons have time for.`;
});
const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;
/** How fast this class works, and what that rests on. */
const pace = computed(() => {
  const c = course.value;
  if (!c?.speedCount) return "It is counted with the usual times: this class has none of its own yet.";
  const share = Math.round(100 * c.speed);
  const than =
    share === 100
      ? "as fast as usual"
      : share > 100
        ? `${share - 100} % faster than usual`
        : `${100 - share} % slower than usual`;
  return `This class works ${than}, learned from ${many(c.speedCount, "coat")}.`;
});
const later = (c: Schemas["LessonCourse"]) => c.lessons.slice(1, 4);
</script>

<template>
  <template v-if="course">
    <div class="head">
      <div>
        <h1>{{ course.lesson.names }}, {{ dateAndClock(course.lesson.begins) }}</h1>
        <p class="soft num">
          <template v-if="course.glazing">
            There is time for glazing from {{ clock(course.glazing.from) }} to {{ clock(course.glazing.to) }};
            the bell goes at {{ course.lesson.ends }}.
          </template>
          <template v-else>No time for glazing is left in this lesson.</template>
          <PlaceLink to="/lessons">All lessons</PlaceLink>
        </p>
        <p class="ways">
          <PlaceLink :to="`/lessons/${key}/before`">Before the first brush</PlaceLink>
          <PlaceLink :to="`/lessons/${key}/wall`">On the wall</PlaceLink>
          <PlaceLink :to="`/lessons/${key}/close`">Until the bell</PlaceLink>
        </p>
      </div>
      <nav aria-label="Next lessons" class="next">
        <PlaceLink v-for="l in later(course)" :key="l.key" :to="`/lessons/${l.key}`">{{
          dateAndClock(l.begins)
        }}</PlaceLink>
      </nav>
    </div>
    <AskGate v-if="runs && course.pieces.length"><RightNow :lesson="course.lesson.key" /></AskGate>
    <p v-if="!course.pieces.length" class="sheet none">
      Nothing of this class waits for glaze. <PlaceLink to="/plan">Give it an assignment</PlaceLink>, or open
      <PlaceLink to="/lessons">another lesson</PlaceLink>.
    </p>
    <div v-else class="columns">
      <section class="sheet" aria-labelledby="strands">
        <h2 id="strands">Who does what when</h2>
        <CourseBoard :course="course" :now="now" />
      </section>
      <div class="side">
        <section class="sheet" aria-labelledby="outcome">
          <h2 id="outcome">What fits</h2>
          <ul class="outcome num">
            <li v-for="o in outcome" :key="o.n" :class="{ today: o.n === 0 }">
              <b>{{ o.count }}</b> {{ o.count === 1 ? "piece is" : "pieces are" }} finished {{ when(o.n) }}
              <span v-if="o.dry" class="soft">dry for the kiln from {{ dateAndClock(o.dry) }}</span>
            </li>
            <li v-if="unsure.length">
              <b>{{ unsure.length }}</b> {{ unsure.length === 1 ? "has" : "have" }} no plan: nobody can tell
            </li>
          </ul>
          <p v-if="unit">{{ unit }}</p>
          <p class="num">
            {{ course.coats.low }} to {{ course.coats.high }} coats are laid, four times of five<template
              v-if="course.coats.lessons"
              >; learned from {{ many(course.coats.lessons, "lesson") }}</template
            >. The plan has room for {{ course.coats.foreseen }}.
          </p>
          <p class="soft">
            A piece takes {{ Math.round(course.minutes) }} minutes until it is finished, on average; no order
            gets below {{ Math.floor(course.bound) }}. {{ many(course.washes, "change") }} of glaze.
            {{ pace }}
          </p>
        </section>
        <RemedyList v-if="behind.length" :lesson="course.lesson.key" :pieces="behind" :when="when" />
      </div>
    </div>
  </template>
</template>

<style scoped>
.none {
  padding: 22px;
  max-width: 70ch;
}
.next {
  display: flex;
  gap: 14px;
}
.ways {
  display: flex;
  gap: 16px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 20px;
  align-items: start;
}
.sheet {
  padding: 14px 16px;
}
.side {
  display: grid;
  gap: 16px;
}
.outcome {
  margin: 10px 0;
  display: grid;
  gap: 6px;
}
.outcome b {
  display: inline-block;
  min-width: 30px;
  font-size: 17px;
}
.outcome .soft {
  display: block;
  padding-left: 34px;
  font-size: 14px;
}
.today {
  font-size: 17px;
}
.today b {
  font-size: 24px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

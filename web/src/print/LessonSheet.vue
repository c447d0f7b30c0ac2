<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import { spans } from "@/lib/clearing";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { byTable, tableSays, taskSays } from "@/lib/route";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mL } from "@/ui/figures";
import { clock, dateAndClock } from "@/ui/moments";

/** One sheet for whoever takes a lesson: what is put out, who does what, how this house does it, what comes back. */
const route = useRoute();
const key = computed(() => String(route.params.key));
const { print } = usePaper();
const before = useAsk(computed(() => queries.before(key.value)));
const course = useAsk(computed(() => queries.route(key.value)));
const close = useAsk(computed(() => queries.close(key.value)));
const pieces = useAsk(queries.pieces(""));
const data = computed(() => before.data.value);
const assignment = computed(
  () => pieces.data.value?.pieces.find((p) => p.id === data.value?.hand[0]?.piece)?.assignment ?? "",
);
const kit = useAsk(computed(() => ({ ...queries.kit(assignment.value), enabled: !!assignment.value })));
const tables = computed(() => byTable(course.data.value?.turns ?? []));
const doing = (tasks: NonNullable<typeof course.data.value>["turns"][number]["tasks"]) =>
  tasks
    .filter((t) => t.does !== "change")
    .slice(0, 3)
    .map(taskSays)
    .join("; ");
</script>

<template>
  <template v-if="data">
    <div class="head screen">
      <div>
        <p class="soft"><PlaceLink :to="`/lessons/${key}`">What fits</PlaceLink></p>
        <h1>For the substitute</h1>
      </div>
      <div class="acts">
        <PaperChoice />
        <el-button type="primary" @click="print">Print</el-button>
      </div>
    </div>
    <div class="paper num">
      <h2>{{ data.lesson.names }}, {{ dateAndClock(data.lesson.begins) }} to {{ data.lesson.ends }}</h2>
      <section v-if="data.left.length">
        <h3>First: left from the last lesson</h3>
        <p>{{ data.left.join(" · ") }}</p>
      </section>
      <div class="two">
        <section>
          <h3>Pour</h3>
          <ul>
            <li v-for="g in data.glazes" :key="g.code">
              <b>{{ g.code }}</b> {{ g.name }}: {{ mL(g.ml) }}, {{ g.cups }} {{ g.cups > 1 ? "cups" : "cup"
              }}{{ g.place ? `, ${g.place}` : "" }}{{ g.short ? ` ▲ ${mL(g.short)} short` : "" }}
            </li>
          </ul>
          <p v-if="data.jars.length">
            Jars first: {{ data.jars.map((j) => `${j.act} ${j.code}`).join(", ") }}. Lid tight, away from
            faces.
          </p>
        </section>
        <section>
          <h3>Put out</h3>
          <ul>
            <li v-for="t in data.tools" :key="t.item">
              {{ t.count }} × {{ t.name }}{{ t.numbers ? `, nos ${spans(t.numbers)}` : "" }}
            </li>
          </ul>
        </section>
      </div>
      <section>
        <h3>Who does what</h3>
        <div v-for="[table, list] in tables" :key="table" class="table">
          <b v-if="tables.length > 1">{{ table ? tableSays(table) : "At no table" }}</b>
          <ul>
            <li v-for="t in list" :key="t.student">
              {{ t.mark }} {{ t.name }}:
              {{ doing(t.tasks) || (t.unsure ? "no plan yet: not to be glazed" : "nothing today") }}
            </li>
          </ul>
        </div>
      </section>
      <section v-if="kit.data.value">
        <h3>How this house does it</h3>
        <ul class="rules">
          <li v-for="r in kit.data.value.rules" :key="r.name">
            <b>{{ r.name }}:</b> {{ r.says }}
          </li>
        </ul>
      </section>
      <section class="care">
        <h3>From {{ close.data.value ? clock(close.data.value.clearing) : "clearing up" }} on</h3>
        <p>
          A coat that is half done: write down which half. Rims wiped, lids tight; clean leftovers back in the
          jar, tinted ones not; brushes washed until the water stays clear, stood up; tables wiped wet, never
          swept dry. Unfinished pieces go to the student's own place, never to the ready shelf. No eating at
          the bench; wash hands. Nobody opens the kiln but the person in charge.
        </p>
      </section>
    </div>
  </template>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
}
.paper {
  background: #fff;
  border: 1px solid var(--line);
  padding: 18px 24px;
  font-size: 13px;
  line-height: 1.35;
  display: grid;
  gap: 10px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
}
.table ul,
.rules {
  columns: 2;
}
.care {
  border: 2px solid #222;
  padding: 6px 12px;
}
@media print {
  .paper {
    border: 0;
    padding: 0;
  }
}
</style>

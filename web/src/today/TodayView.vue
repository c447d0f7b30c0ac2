<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed } from "vue";
import { answer, api } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import TodayLessons from "@/lessons/TodayLessons.vue";
import { useToday } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { stages } from "@/places";
import { dayAndClock } from "@/ui/moments";
import AskGate from "@/ui/AskGate.vue";

const { data } = useToday();
const lessons = useAsk(queries.around("")); // with the rest, so that nothing moves as they come
const screen = useScreen();
const shown = stages.filter((s) => s.stage);
const session = useSession();
const client = useQueryClient();
/** The teacher says that the clock was wrong: what is dated after now counts from now on. */
async function settle() {
  if (!(await attempt(answer(api.POST("/today/clock"))))) return;
  await client.invalidateQueries();
  say("They count from now on: what was laid dries from now.");
}

const begins = computed(() => data.value && Object.values(data.value.first).some((done) => !done));
function at(counts: { stage: string; pieces: number }[], stage?: string) {
  return counts.find((c) => c.stage === stage)?.pieces ?? 0;
}
const when = (moment?: string) => (moment ? `, the last until ${dayAndClock(moment)}` : "");
</script>

<template>
  <div v-if="data && lessons.isFetched.value">
    <div class="head">
      <h1>Today</h1>
      <PlaceLink v-if="session.data.value?.role === 'teacher' && begins" to="/first">First steps</PlaceLink>
    </div>
    <section v-if="data.clock" class="clock" role="alert">
      <p>{{ data.clock }}</p>
      <template v-if="session.data.value?.role === 'teacher'">
        <p>If the clock is right now, let them count from now on. What was laid then dries from now.</p>
        <el-button @click="settle">Count them from now on</el-button>
      </template>
    </section>
    <AskGate><TodayLessons /></AskGate>
    <section class="next" aria-labelledby="next">
      <h2 id="next">What to do next</h2>
      <ol>
        <li v-for="(n, i) in data.next" :key="n.text" :class="{ first: i === 0 }">
          <PlaceLink :to="n.to">{{ n.text }}</PlaceLink>
          <span class="soft">{{ n.why }}</span>
        </li>
        <li v-if="!data.next.length" class="first">Nothing waits. Every piece is where it should be.</li>
      </ol>
    </section>
    <div class="columns">
      <section aria-labelledby="classes">
        <h2 id="classes">Classes, and where their pieces wait</h2>
        <p v-if="!data.classes.length" class="soft empty">
          No class yet. <PlaceLink to="/classes">Add a class</PlaceLink>.
        </p>
        <table v-else>
          <thead>
            <tr>
              <th scope="col">Class</th>
              <th v-for="s in shown" :key="s.path" scope="col">{{ s.name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in data.classes" :key="c.id" :class="{ chosen: c.id === screen.classId }">
              <th scope="row">
                <button
                  type="button"
                  :aria-pressed="c.id === screen.classId"
                  @click="screen.classId = c.id === screen.classId ? '' : c.id"
                >
                  {{ c.name }}
                </button>
              </th>
              <td v-for="s in shown" :key="s.path" class="num">
                <PlaceLink
                  v-if="at(c.counts, s.stage)"
                  :to="s.path"
                  :aria-label="`${c.name}, ${s.name}: ${at(c.counts, s.stage)}`"
                  @click="screen.classId = c.id"
                >
                  <span class="dots" aria-hidden="true"
                    ><i v-for="n in at(c.counts, s.stage)" :key="n"
                  /></span>
                  {{ at(c.counts, s.stage) }}
                </PlaceLink>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section aria-labelledby="held">
        <h2 id="held">What holds pieces up</h2>
        <ul class="held">
          <li v-for="h in data.blocked" :key="h.code">
            <strong class="num">{{ h.pieces }}</strong>
            <PlaceLink :to="`/${h.stage}`">{{ h.text }}{{ when(h.clearsAt) }}</PlaceLink>
          </li>
          <li v-if="!data.blocked.length" class="soft">Nothing.</li>
        </ul>
      </section>
    </div>
  </div>
</template>

<style scoped src="@/today/today.css"></style>

<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed } from "vue";
import { answer, api } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import SeatChoices from "@/lessons/SeatChoices.vue";
import SeatJar from "@/lessons/SeatJar.vue";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import JarSelect from "@/ui/JarSelect.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { dateAndClock } from "@/ui/moments";

/** Who works at which jar: up to three choices each, so many seats at a jar, the best seating there is. */
const screen = useScreen();
const session = useSession();
const client = useQueryClient();
const classes = useClasses();
const { print } = usePaper();
const teacher = computed(() => session.data.value?.role === "teacher");
const query = useAsk(
  computed(() => ({ ...queries.seating(screen.classId), enabled: screen.classId !== "" })),
);
const data = computed(() => (screen.classId ? query.data.value : undefined));
const offered = computed(() => data.value?.jars.filter((j) => j.offered) ?? []);
const codes = computed(() => offered.value.map((j) => j.code));
const standing = computed(() => data.value?.students.filter((s) => !s.at) ?? []);

const free = computed(() =>
  offered.value
    .map((j) => ({ code: j.code, n: j.seats - data.value!.students.filter((s) => s.at === j.code).length }))
    .filter((j) => j.n > 0)
    .map((j) => `${j.code} (${j.n})`)
    .join(", "),
);

async function keep(jars: { code: string; seats: number }[], assign: boolean) {
  const kept = await attempt(
    answer(
      api.PUT("/classes/{id}/seating", { params: { path: { id: screen.classId } }, body: { jars, assign } }),
    ),
  );
  if (!kept) return;
  client.setQueryData(queries.seating(screen.classId).queryKey, kept);
  if (assign) say(`${kept.seated} of ${kept.students.length} have a seat.`);
}
const now = () => offered.value.map(({ code, seats }) => ({ code, seats }));
function offer(wanted: string[]) {
  const seats = new Map(data.value?.jars.map((j) => [j.code, j.seats]));
  void keep(
    wanted.map((code) => ({ code, seats: seats.get(code) ?? 4 })),
    false,
  );
}
const reseat = (code: string, seats: number) =>
  keep(
    now().map((j) => (j.code === code ? { code, seats } : j)),
    false,
  );
/** A jar that turned out dry: it is taken out, and as few as can be move. */
const dry = (code: string) =>
  keep(
    now().filter((j) => j.code !== code),
    true,
  );
async function choose(student: string, choices: string[]) {
  const kept = await attempt(
    answer(
      api.PUT("/classes/{id}/choices", {
        params: { path: { id: screen.classId } },
        body: { student, choices },
      }),
    ),
  );
  if (kept) client.setQueryData(queries.seating(screen.classId).queryKey, kept);
}
</script>

<template>
  <div class="head">
    <div>
      <p class="soft screen"><PlaceLink to="/lessons">Lessons</PlaceLink></p>
      <h1>Seats by glaze</h1>
      <p v-if="data?.made" class="num">
        {{ data.seated }} of {{ data.students.length }} have a seat, {{ dateAndClock(data.made) }}.
      </p>
      <p v-else class="soft screen">
        Each chooses up to three jars. Most get a seat, most their first choice; who lost last time goes
        before.
      </p>
    </div>
    <div v-if="data" class="acts screen">
      <PaperChoice />
      <el-button @click="print">Print</el-button>
      <el-button v-if="teacher" type="primary" :disabled="!offered.length" @click="keep(now(), true)"
        >Assign the seats</el-button
      >
    </div>
  </div>
  <p v-if="classes.data.value && !classes.taught.value.length">
    No class yet. <PlaceLink to="/classes">Add a class</PlaceLink>.
  </p>
  <ChoiceBar
    v-else-if="!screen.classId"
    label="Class to be seated"
    :options="classes.taught.value.map((c) => ({ key: c.id, name: c.name }))"
    @update:model-value="screen.classId = String($event)"
  />
  <template v-else-if="data">
    <ul v-if="data.notes.length" class="notes screen">
      <li v-for="n in data.notes" :key="n">{{ n }}</li>
    </ul>
    <div v-if="teacher" class="offer screen">
      <label for="offered">Jars that are offered</label>
      <JarSelect
        id="offered"
        :model-value="codes"
        multiple
        placeholder="choose jars"
        aria-label="Jars that are offered"
        @update:model-value="offer($event as string[])"
      />
    </div>
    <div class="jars">
      <SeatJar
        v-for="j in offered"
        :key="j.code"
        :jar="j"
        :students="data.students.filter((s) => s.at === j.code)"
        :may-change="teacher"
        @seats="reseat(j.code, $event)"
        @dry="dry(j.code)"
      />
      <section v-if="data.made && standing.length" class="standing" aria-labelledby="standing">
        <h2 id="standing">Without a seat</h2>
        <p>{{ standing.map((s) => `${s.name} ${s.mark}`.trim()).join(", ") }}</p>
        <p v-if="free" class="screen">Free: {{ free }}. Ask them, and assign again.</p>
      </section>
    </div>
    <section class="screen" aria-labelledby="choices">
      <h2 id="choices">What each would like</h2>
      <p v-if="!offered.length" class="soft">Offer some jars first.</p>
      <ul v-else class="wishes">
        <SeatChoices
          v-for="s in data.students"
          :key="s.id"
          :student="s"
          :jars="offered"
          @choose="choose(s.id, $event)"
        />
      </ul>
    </section>
  </template>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
}
.acts .el-button + .el-button {
  margin-left: 0;
}
.notes {
  border-left: 4px solid var(--ink);
  padding-left: 12px;
  margin-bottom: 14px;
}
.offer {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  margin-bottom: 16px;
}
.offer label {
  font-weight: 600;
}
.jars {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 14px;
  margin-bottom: 24px;
}
.standing {
  border: 2px dashed var(--ink);
  padding: 12px 14px;
}
.wishes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 1px 18px;
  margin-top: 8px;
}
</style>

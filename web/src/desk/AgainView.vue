<script setup lang="ts">
import { computed, reactive, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { answer, api } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useUnits } from "@/lib/useUnits";
import ClassSelect from "@/ui/ClassSelect.vue";
import GlazeFace from "@/ui/GlazeFace.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { date } from "@/ui/moments";

/** What an assignment took and taught, and how it is given to a class once more. */
const route = useRoute();
const router = useRouter();
const screen = useScreen();
const classes = useClasses();
const changed = useChanged();
const { volumeUnit, shownVolume } = useUnits();
const back = useAsk(computed(() => queries.lookback(route.params.id as string)));
const was = computed(() => back.data.value);
const asked = reactive({ class: "", name: "", plan: "", keep: true });
watch(
  [was, () => classes.taught.value],
  ([now, taught]) => {
    if (!now) return;
    asked.name ||= now.name;
    asked.class ||=
      screen.classId || (taught.some((c) => c.id === now.class) ? now.class : (taught[0]?.id ?? ""));
    const best = now.plans[0];
    if (!asked.plan && best?.sound && !best.avoided) asked.plan = best.piece;
  },
  { immediate: true },
);
const took = computed(() => {
  const w = was.value;
  if (!w?.first || !w.last) return "No coat was laid on it.";
  const days =
    w.lessons === 1 ? `on ${date(w.first)}` : `on ${w.lessons} days, ${date(w.first)} to ${date(w.last)}`;
  const each = w.perPiece ?? 0;
  const out = w.unloaded ? ` The last came out of the kiln on ${date(w.unloaded)}.` : "";
  return `${w.coats} coats ${days}; the middle piece took ${each} ${each === 1 ? "lesson" : "lessons"}.${out}`;
});
async function give() {
  const made = await attempt(
    answer(
      api.POST("/assignments/{id}/again", {
        params: { path: { id: route.params.id as string } },
        body: {
          class: asked.class,
          name: asked.name.trim(),
          plan: asked.plan || undefined,
          keep: asked.keep,
        },
      }),
    ),
  );
  if (!made) return;
  say(`${made.pieces} pieces of ${made.name} begin from last time.`);
  screen.classId = made.class;
  await changed("assignment", "reserve");
  await router.push("/plan");
}
</script>

<template>
  <template v-if="was">
    <div class="head">
      <div>
        <p class="soft"><PlaceLink to="/plan">Plan</PlaceLink> · give it again</p>
        <h1>{{ was.name }}, last time</h1>
        <p class="soft num">
          {{ was.pieces }} pieces for {{ classes.byId.value.get(was.class)?.name }}; {{ was.sound }} of
          {{ was.out }} that came out were sound. {{ took }}
        </p>
      </div>
    </div>
    <div class="again">
      <section class="sheet" aria-labelledby="plans">
        <h2 id="plans">Plans, what came out best first</h2>
        <el-radio-group v-if="was.plans.length" v-model="asked.plan" class="plans">
          <el-radio v-for="p in was.plans" :key="p.piece" :value="p.piece">
            <span class="faces" aria-hidden="true">
              <i v-for="s in p.surfaces.filter((one) => one.stack.length)" :key="s.id"
                ><GlazeFace :raw="s.raw" :fired="s.fired" colours="fired"
              /></i>
            </span>
            <span class="says"
              ><b class="num">{{ p.judged ? `${p.sound} of ${p.judged} sound` : "not judged" }}</b
              ><b v-if="p.avoided"> · not wanted again</b>
              <span class="num soft">, {{ p.pieces }} {{ p.pieces === 1 ? "piece" : "pieces" }}</span
              ><br />{{ p.says.join("; ") }}</span
            >
          </el-radio>
          <el-radio value="">Everybody plans anew</el-radio>
        </el-radio-group>
        <p v-else class="soft">Nothing was planned on it.</p>
      </section>
      <div class="side">
        <form class="sheet ask" @submit.prevent="give">
          <label>Class<ClassSelect v-model="asked.class" aria-label="Class that gets it" /></label>
          <label>Name<el-input v-model="asked.name" name="again" maxlength="80" required /></label>
          <el-checkbox v-model="asked.keep" label="Keep as much glaze for it as it took" />
          <el-button type="primary" native-type="submit" :disabled="!asked.class || !asked.name.trim()"
            >Assign it again</el-button
          >
          <p class="soft">Form, measures, what is marked out, rules and jars come with it.</p>
        </form>
        <section class="sheet" aria-labelledby="took">
          <h2 id="took">What it took</h2>
          <ul class="amounts">
            <li v-for="a in was.amounts" :key="a.glaze">
              <span>{{ a.glaze }} {{ a.name }}</span>
              <b class="num">{{ shownVolume(a.ml) }} {{ volumeUnit }}</b>
            </li>
          </ul>
          <p v-if="!was.amounts.length" class="soft">Nothing was laid.</p>
        </section>
        <section class="sheet" aria-labelledby="wrong">
          <h2 id="wrong">What went wrong</h2>
          <ul>
            <li v-for="f in was.faults" :key="f.name" class="num">{{ f.count }} × {{ f.name }}</li>
          </ul>
          <p v-if="!was.faults.length" class="soft">No fault is on record.</p>
          <template v-if="was.watch.length">
            <h3>Watch</h3>
            <ul>
              <li v-for="w in was.watch" :key="w">{{ w }}</li>
            </ul>
          </template>
        </section>
      </div>
    </div>
  </template>
</template>

<style scoped>
.again {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 18px;
  align-items: start;
}
.side {
  display: grid;
  gap: 14px;
}
.sheet {
  padding: 10px 14px 12px;
}
.sheet h2 {
  margin: 0 0 6px;
  font-size: 17px;
}
.ask {
  display: grid;
  gap: 10px;
}
.ask > label:not(.el-checkbox) {
  display: grid;
  gap: 3px;
  font-weight: 600;
}
.plans {
  display: grid;
  width: 100%;
}
.plans .el-radio {
  height: auto;
  min-height: 46px;
  margin: 0;
  padding: 6px 0;
  border-top: 1px solid var(--line);
  white-space: normal;
}
.plans :deep(.el-radio__label) {
  display: flex;
  gap: 12px;
  align-items: center;
}
.faces {
  display: flex;
  gap: 2px;
  flex: none;
  width: 116px;
}
.faces i {
  flex: 1;
  height: 34px;
}
.says {
  line-height: 1.35;
}
.amounts li {
  display: flex;
  justify-content: space-between;
  padding: 3px 0;
  border-top: 1px solid var(--line);
}
</style>

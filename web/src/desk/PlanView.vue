<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Piece, type Schemas } from "@/api/client";
import AssignmentForm from "@/desk/AssignmentForm.vue";
import DocumentUpload from "@/desk/DocumentUpload.vue";
import ClassAmounts from "@/desk/ClassAmounts.vue";
import EndedList from "@/desk/EndedList.vue";
import MorePieces from "@/desk/MorePieces.vue";
import PieceSketch from "@/ui/PieceSketch.vue";
import { useAssignments, useClasses } from "@/lib/useLists";
import { useLead } from "@/lib/useLead";
import { usePieces } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";
import { useChanged } from "@/lib/queries";
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import AskGate from "@/ui/AskGate.vue";

const screen = useScreen();
const { pieces, isPending } = usePieces();
const assignments = useAssignments();
const classes = useClasses();
const making = ref(false);
const all = ref(false);
const changing = ref<Schemas["Assignment"]>();
function change(a: Schemas["Assignment"]) {
  changing.value = a;
  making.value = true;
}

/** From a finding: whose clay or cone is to be changed. */
const asked = ref("");
useLead("change", (id) => (asked.value = id));
watch(
  [asked, assignments.running],
  ([id, list]) => {
    const of = list.find((a) => a.id === id);
    if (!of) return;
    asked.value = "";
    change(of);
  },
  { immediate: true },
);

const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const adding = ref<Schemas["Assignment"]>();
const ended = computed(() =>
  assignments.over.value.filter((a) => a.ended && (!screen.classId || a.class === screen.classId)),
);
const changed = useChanged();
async function end(of: Schemas["Assignment"], ended: boolean) {
  const left = pieces.value.filter((p) => p.assignment === of.id && !p.fired).length;
  const done = await attempt(
    answer(api.PATCH("/assignments/{id}", { params: { path: { id: of.id } }, body: { ended } })),
  );
  await changed("assignment");
  if (done)
    say(
      ended
        ? `${of.name} has ended${left ? `, ${left} of its pieces unfired` : ""}. It can be reopened below.`
        : `${of.name} is worked on again.`,
    );
}

const groups = computed(() =>
  assignments.running.value
    .map((a) => ({
      ...a,
      className: classes.byId.value.get(a.class)?.name,
      waiting: pieces.value.filter((p) => p.assignment === a.id && (all.value || p.stage === "plan")),
    }))
    .filter((g) => g.waiting.length),
);
/** Assignments with plans that the teacher has not looked at yet. */
const unseen = computed(() =>
  assignments.running.value
    .map((a) => ({
      ...a,
      plans: pieces.value.filter(
        (p) =>
          p.assignment === a.id &&
          p.revision > 0 &&
          !p.fired &&
          ["unseen", "changed"].includes(p.approval.state),
      ).length,
    }))
    .filter((a) => a.plans),
);
function verdict(p: Piece) {
  const stop = p.findings.find((f) => f.severity === "stop");
  if (stop) return { shape: "✕", text: stop.text };
  if (!p.revision)
    return {
      shape: "○",
      text: p.surfaces.some((s) => s.on.length) ? "Glazed without a plan" : "Nothing planned",
    };
  const warns = p.warnings ?? 0;
  return warns
    ? { shape: "▲", text: `${warns} to look at` }
    : { shape: "●", text: "Nothing speaks against it" };
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Plan</h1>
      <p class="soft">Which stack on which surface, chosen from fired tiles. A mistake here costs nothing.</p>
    </div>
    <div class="acts">
      <el-checkbox v-model="all" label="planned ones too" />
      <DocumentUpload v-if="teaches" />
      <el-button
        type="primary"
        @click="
          changing = undefined;
          making = true;
        "
        >New assignment</el-button
      >
    </div>
  </div>
  <nav v-if="unseen.length" class="unseen" aria-label="Plans to look over">
    <span>Not looked over yet:</span>
    <PlaceLink v-for="a in unseen" :key="a.id" :to="`/plan/review/${a.id}`"
      >{{ a.name }} <b class="num">{{ a.plans }}</b></PlaceLink
    >
  </nav>
  <section v-for="g in groups" :key="g.id">
    <div class="group">
      <h2>
        {{ g.name }} <span class="soft">{{ g.className }} · {{ g.clay }} · cone {{ g.cone }}</span>
      </h2>
      <p class="ways">
        <PlaceLink v-if="teaches" :to="`/plan/review/${g.id}`">Look over the plans</PlaceLink>
        <PlaceLink :to="`/plan/sheets/${g.id}`">Record sheets to print</PlaceLink>
        <template v-if="teaches">
          <PlaceLink :to="`/plan/again/${g.id}`">Give it again</PlaceLink>
          <button type="button" :aria-label="`Change ${g.name}`" @click="change(g)">Change</button>
          <button type="button" :aria-label="`Add pieces of ${g.name}`" @click="adding = g">
            Add pieces
          </button>
          <button type="button" :aria-label="`End ${g.name}`" @click="end(g, true)">End</button>
        </template>
        <a :href="`/api/assignments/${g.id}/document`" :download="`${g.name}.json`">JSON</a>
        <a :href="`/api/assignments/${g.id}/drawing`" :download="`${g.name}.svg`">SVG</a>
      </p>
    </div>
    <AskGate><ClassAmounts :assignment="g.id" /></AskGate>
    <ul class="cards">
      <li v-for="p in g.waiting" :key="p.id">
        <PlaceLink :to="`/plan/${p.id}`" class="card">
          <span class="who"
            >{{ p.student }} <span class="mark">{{ p.mark }}</span></span
          >
          <PieceSketch :piece="p" />
          <span class="verdict"
            ><b aria-hidden="true">{{ verdict(p).shape }}</b> {{ verdict(p).text }}</span
          >
        </PlaceLink>
      </li>
    </ul>
  </section>
  <p v-if="!groups.length && !isPending" class="empty">
    No piece waits for a plan{{ screen.classId ? " in this class" : "" }}. Add an assignment, or look at the
    planned ones too.
  </p>
  <EndedList v-if="teaches" :ended="ended" @reopen="end($event, false)" />
  <MorePieces v-if="adding" :of="adding" @close="adding = undefined" />
  <AssignmentForm :key="changing?.id ?? 'new'" v-model="making" :change="changing" />
</template>

<style scoped>
.unseen {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: baseline;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 8px 14px;
  margin-bottom: 18px;
}
.group {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 20px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 14px;
}
.ways button {
  border: 0;
  background: none;
  padding: 0;
  text-decoration: underline;
  cursor: pointer;
}
section {
  margin-bottom: 26px;
}
h2 .soft {
  font-weight: 400;
}
.acts {
  display: flex;
  gap: 16px;
  align-items: center;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px;
  margin-top: 10px;
}
.card {
  display: grid;
  grid-template-rows: auto auto 1fr;
  gap: 7px;
  height: 100%;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 10px 12px;
  text-decoration: none;
}
.card:hover {
  border-color: var(--ink);
}
.who {
  font-weight: 640;
}
.mark {
  font-weight: 400;
  float: right;
}
.verdict {
  font-size: 14px;
  line-height: 1.3;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

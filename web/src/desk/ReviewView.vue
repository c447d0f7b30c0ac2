<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from "vue";
import FindingList from "@/desk/FindingList.vue";
import HalfSection from "@/ui/HalfSection.vue";
import { useDecide } from "@/desk/useDecide";
import { useDesk } from "@/desk/useDesk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { useKeys } from "@/ui/useKeys";
import { useAssignments, useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** The plans of one assignment that deserve a look, one after the other, by key. */
const props = defineProps<{ id: string }>();
const screen = useScreen();
const { decide } = useDecide();
const assignments = useAssignments();
const classes = useClasses();
const assignment = computed(() => assignments.byId.value.get(props.id));
const review = useAsk(computed(() => queries.review(props.id)));
const deserving = computed(() => review.data.value?.deserving ?? []);
const at = ref(0);
const waiting = computed(() =>
  deserving.value.map((x, i) => ({
    key: i,
    name: `${x.piece.student} ${x.piece.mark}`,
    beside: x.why[0] ?? "",
  })),
);
watch(deserving, (list) => (at.value = Math.min(at.value, Math.max(0, list.length - 1))));
const item = computed(() => deserving.value[at.value]);
const { detail, piece, save, stand, mendFirst, settled } = useDesk(() => item.value?.piece.id ?? "");
/** What the findings below do not say themselves. */
const why = computed(() => {
  const below = piece.value?.findings;
  return below ? (item.value?.why ?? []).filter((w) => !below.some((f) => w.startsWith(f.text))) : [];
});
/** What is being written to each plan, by piece: no note goes on to the next plan in the list. */
const notes = reactive(new Map<string, string>());
const note = computed({
  get: () => notes.get(piece.value?.id ?? ""),
  set: (text) => piece.value && text !== undefined && notes.set(piece.value.id, text),
});
const drop = () => piece.value && notes.delete(piece.value.id);
const field = ref<{ focus: () => void }>();

const move = (by: number) => (at.value = Math.max(0, Math.min(deserving.value.length - 1, at.value + by)));
/** Approves the plan as it stands once what is being mended is kept. */
async function approve() {
  const { id } = piece.value ?? {};
  await settled();
  if (piece.value?.id === id && piece.value) await decide([{ ...piece.value, verdict: "approved" }]);
}
const clean = computed(() => review.data.value?.clean ?? []);
const approveClean = () =>
  clean.value.length &&
  void decide(clean.value.map((w) => ({ id: w.piece, revision: w.revision, verdict: "approved" })));
/** Opens the note, once what is being mended is kept. */
async function ask() {
  const { id } = piece.value ?? {};
  await settled();
  if (!id || piece.value?.id !== id) return;
  note.value ??= piece.value.findings.find((f) => f.severity !== "note")?.way ?? "";
  await nextTick();
  field.value?.focus();
}
async function send() {
  if (!piece.value || !note.value?.trim()) return;
  const { id } = piece.value;
  if (await decide([{ ...piece.value, verdict: "returned", note: note.value }])) notes.delete(id);
}
useKeys({
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  a: () => void approve(),
  A: approveClean,
  r: () => void ask(),
  m: () => void mendFirst(),
});
</script>

<template>
  <div class="head">
    <div>
      <p class="soft">
        <PlaceLink to="/plan">Plan</PlaceLink> · {{ assignment?.name }} ·
        {{ classes.byId.value.get(assignment?.class ?? "")?.name }}
      </p>
      <h1>What deserves a look</h1>
      <p v-if="review.data.value" class="soft num" aria-live="polite">
        {{ deserving.length }} to look at · {{ clean.length }} with nothing against them ·
        {{ review.data.value.approved }} approved · {{ review.data.value.returned }} returned ·
        {{ review.data.value.unplanned }} not planned
      </p>
    </div>
    <el-button type="primary" :disabled="!clean.length" @click="approveClean"
      >Approve the {{ clean.length }} clean ones <kbd>A</kbd></el-button
    >
  </div>
  <details v-if="review.data.value?.room.length" class="room">
    <summary>
      ▲ {{ review.data.value.room.length }} jars hold less than all plans take, with what is kept
    </summary>
    <p v-for="says in review.data.value.room" :key="says">{{ says }}</p>
  </details>
  <p v-if="review.isSuccess.value && !deserving.length" class="done">
    {{ clean.length ? "Nothing is left that deserves a look." : "Every plan has had its look." }}
    <PlaceLink to="/plan">Back to the plans</PlaceLink>
  </p>
  <div v-else-if="item" class="queue">
    <ChoiceBar
      v-slot="{ option }"
      v-model="at"
      class="plans"
      label="Plans to look at"
      :options="waiting"
      stacked
    >
      <b>{{ option.name }}</b>
      <span class="why-first">{{ option.beside }}</span>
    </ChoiceBar>
    <article v-if="piece && detail.data.value" :aria-label="piece.student">
      <div class="paper">
        <HalfSection
          :drawing="detail.data.value.drawing"
          :surfaces="detail.data.value.surfaces"
          :states="piece.surfaces"
          :colours="screen.colours"
          :band-mm="piece.bandMM"
          :findings="piece.findings"
        />
      </div>
      <ul v-if="why.length" class="why">
        <li v-for="w in why" :key="w">{{ w }}</li>
      </ul>
      <FindingList
        :findings="piece.findings"
        empty="Nothing known speaks against this plan."
        :piece="piece"
        :hushed="detail.data.value.hushed"
        @mend="save($event)"
        @stand="stand"
      />
      <form v-if="note !== undefined" class="note" @submit.prevent="send">
        <el-input ref="field" v-model="note" aria-label="What has to change" @keydown.esc="drop" />
        <el-button native-type="submit" :disabled="!note.trim()">Return</el-button>
      </form>
      <div v-else class="acts">
        <el-button type="primary" @click="approve">Approve <kbd>a</kbd></el-button>
        <el-button @click="ask">Return with a note <kbd>r</kbd></el-button>
        <el-button :disabled="!piece.findings.some((f) => f.mends.length || f.stand)" @click="mendFirst()"
          >Apply <kbd>m</kbd></el-button
        >
        <PlaceLink :to="`/plan/${piece.id}`">Open the desk</PlaceLink>
      </div>
    </article>
  </div>
</template>

<style scoped>
.queue {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 20px;
  margin-top: 12px;
}
.plans {
  align-content: start;
  font-size: 14px;
}
.why-first {
  display: block;
}
article {
  display: grid;
  gap: 12px;
  align-content: start;
}
.paper {
  background: var(--paper);
  border: 1px solid var(--line);
  height: min(33vh, 260px);
}
.why {
  font-weight: 600;
}
.acts,
.note {
  display: flex;
  gap: 10px;
  align-items: center;
}
.room {
  font-weight: 600;
}
.done {
  padding: 30px 0;
  font-size: 17px;
}
@media (max-width: 900px) {
  .queue {
    grid-template-columns: 1fr;
  }
}
</style>

<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import { coatOf, type PartDone } from "@/lib/stroke";
import { useNow } from "@/lib/useNow";
import { useTablet } from "@/station/useStation";
import { useStroke, withTaps } from "@/station/useStroke";
import StationDrawing from "@/station/StationDrawing.vue";
import StationDraft from "@/station/StationDraft.vue";
import StationDust from "@/station/StationDust.vue";
import StationOffer from "@/station/StationOffer.vue";
import StationFree from "@/station/StationFree.vue";
import StationFootLine from "@/station/StationFootLine.vue";
import StationOpinion from "@/station/StationOpinion.vue";
import StationResist from "@/station/StationResist.vue";
import StationStirAsk from "@/station/StationStirAsk.vue";
import StationStroke from "@/station/StationStroke.vue";
import StationWish from "@/station/StationWish.vue";
import TallyStrokes from "@/ui/TallyStrokes.vue";
import KeptRoom from "@/ui/KeptRoom.vue";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** One student's piece: the drawing with the next stroke marked, and one large target to add it. */
const station = useTablet();
const props = defineProps<{ piece: Piece; begin?: string }>();
const emit = defineEmits<{ done: [] }>();
const detail = computed(() => station.known.value.details[props.piece.id]);
const state = computed(() => station.known.value.state!);
const now = useNow(station.skew);
const surfaces = computed(() => withTaps(props.piece.surfaces, props.piece.id, station.outbox.taps.value));
/** The surfaces with something on them, or something to come. */
const touchedOrOpen = computed(() =>
  surfaces.value
    .filter((s) => s.left.length || s.on.length || s.waiting)
    .map((s) => ({ key: s.id, name: s.name, surface: s })),
);
const chosen = ref(props.begin ?? "");
/** What a screen reader says of a coat that was logged, or taken back. */
const told = ref("");
function takeBack() {
  told.value = "The last coat is taken back.";
  void station.takeBack(props.piece.id);
}
/** Up to where a coat is done that is logged in part, mm above the table. */
const line = ref<number>();
const stroke = useStroke(detail, surfaces, chosen, now);
/** Coats of this piece that this tablet can take back. */
const mine = computed(() =>
  station.known.value.added.coats.filter(
    (c) => c.piece === props.piece.id && !station.outbox.refused.value.has(c.id),
  ),
);
/** What its maker is asked to try. One that comes later waits until the piece is opened again: nothing moves under a finger. */
const asked = ref(!!props.piece.offer);
const offer = computed(() => (asked.value ? props.piece.offer : undefined));
const tab = ref(
  props.piece.unloaded
    ? "opinion"
    : props.piece.revision || props.piece.surfaces.some((s) => s.on.length)
      ? "glaze"
      : "plan",
);
const tabs = computed(() => [
  ...(props.piece.fired ? [] : [{ key: "glaze", name: "Glaze" }]),
  ...(props.piece.fired
    ? []
    : [
        { key: "plan", name: asked.value ? "My plan: an offer" : "My plan" },
        { key: "wish", name: "Wishes" },
      ]),
  ...(props.piece.unloaded ? [{ key: "opinion", name: "What I think" }] : []),
]);

/** What lies on the clay, until this tablet said that it was wiped. */
const dust = computed(() =>
  station.outbox.taps.value.some((t) => t.event.piece === props.piece.id && t.event.kind === "clean")
    ? undefined
    : props.piece.dust,
);

/** The caution that belongs to what is done now. */
const caution = computed(() => {
  if (!stroke.open.value.length) return "Wash your hands. Nothing is eaten at the bench.";
  if (!mine.value.length) return "Stir or shake the jar first: lid tight, away from faces.";
  return "Lumps are rubbed level over a wet sponge, never dry: the dust is bad for lungs.";
});

async function add(done?: PartDone) {
  const s = stroke.next.value;
  const next = s?.left[0];
  if (!s || !next) return;
  chosen.value = s.id; // the screen stays as it is under the finger: what comes next is offered beside
  const event = { ...coatOf(props.piece.id, s.id, next), ...done };
  const id = await station.outbox.push(event);
  station.laidFrom(next.glaze, props.piece.id, id);
  if (id) told.value = `${s.name}: coat ${s.on.length + s.waiting + 1}, ${next.glaze}.`;
}
const clean = (text?: "rinse" | "before" | "not") =>
  void station.outbox.push({ kind: "clean", piece: props.piece.id, ...(text ? { text } : {}) });
const touched = (wet: boolean) =>
  stroke.next.value &&
  void station.outbox.push({
    kind: "dry",
    piece: props.piece.id,
    surface: stroke.next.value.id,
    ...(wet ? { text: "wet" } : {}),
  });
</script>

<template>
  <p class="visually-hidden" role="status">{{ told }}</p>
  <div class="title">
    <h1>
      <span v-if="piece.mark !== piece.student" class="mark" aria-hidden="true">{{ piece.mark }}</span>
      {{ piece.student }}
      <span class="soft">{{ piece.title }}</span>
    </h1>
    <ChoiceBar v-if="tabs.length > 1" v-model="tab" class="tabs" label="What to do" :options="tabs" />
  </div>
  <ul v-if="piece.notes.length" class="notes" aria-label="What your teacher says">
    <li v-for="note in piece.notes" :key="note">Your teacher says: {{ note }}</li>
  </ul>
  <StationOffer v-if="offer && tab === 'plan'" :piece="piece" :offer="offer" />
  <p v-if="detail?.hand && tab === 'glaze'" class="hand">{{ detail.hand }}</p>
  <KeptRoom v-if="tab === 'glaze'" :of="piece.id"
    ><div class="work">
      <StationDrawing
        :detail="detail"
        :piece="piece"
        :surfaces="surfaces"
        :selected="stroke.next.value?.id"
        :plain="state.pictures"
        :line-mm="line"
        @select="chosen = $event"
      />
      <ChoiceBar
        v-slot="{ option }"
        class="surfaces"
        label="Surfaces"
        :options="touchedOrOpen"
        :model-value="stroke.next.value?.id"
        framed
        @update:model-value="chosen = $event"
      >
        <span>{{ option.name }}</span>
        <TallyStrokes :surface="option.surface" :now="now" />
        <span class="unsent" :class="{ sent: !option.surface.waiting }"
          >+{{ option.surface.waiting }} unsent</span
        >
      </ChoiceBar>
      <KeptRoom class="before" :of="piece.id">
        <StationDust v-if="dust && !dust.asked" :dust="dust" :pictures="state.pictures" @clean="clean" />
        <StationResist :piece="piece" :pictures="state.pictures" />
      </KeptRoom>
      <StationStroke
        v-if="stroke.next.value"
        v-model:line="line"
        :surface="stroke.next.value"
        :reach="detail?.surfaces.find((s) => s.id === stroke.next.value?.id)"
        :step="stroke.step.value"
        :wait-ms="stroke.waitMS.value"
        :meanwhile="stroke.meanwhile.value"
        :now="now"
        @add="add"
        @choose="chosen = $event"
        @touched="touched"
      />
      <StationFree v-else-if="!piece.revision" :piece="piece" :pictures="state.pictures" />
      <section v-if="piece.revision && !stroke.open.value.length" class="all" role="status">
        <h2>
          {{
            piece.surfaces.some((s) => s.later) ? "The rest goes on after the bisque." : "All coats are on."
          }}
        </h2>
        <p>{{ piece.placeWhy }}</p>
        <button type="button" class="big" @click="emit('done')">Done</button>
      </section>
      <div class="after">
        <button v-if="mine.length" type="button" class="plain" @click="takeBack">Undo my last coat</button>
        <StationFootLine :band-mm="piece.bandMM" :under-pencil="piece.underPencil" :caution="caution" />
        <StationResist :piece="piece" :pictures="state.pictures" peels />
        <StationDust v-if="dust?.asked" :dust="dust" :pictures="state.pictures" @clean="clean" />
        <StationStirAsk />
      </div></div
  ></KeptRoom>
  <StationDraft v-else-if="tab === 'plan'" :piece="piece" />
  <StationWish v-else-if="tab === 'wish'" :piece="piece" />
  <StationOpinion v-else :piece="piece" @done="emit('done')" />
</template>

<style scoped src="@/station/piece.css"></style>

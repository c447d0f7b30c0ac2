<script setup lang="ts">
import { whenever } from "@vueuse/core";
import { computed, ref, shallowRef, watch, type Ref } from "vue";
import { useRouter } from "vue-router";
import { answer, api } from "@/api/client";
import ApprovalLine from "@/desk/ApprovalLine.vue";
import DeskHead from "@/desk/DeskHead.vue";
import DeskFigures from "@/desk/DeskFigures.vue";
import FindingList from "@/desk/FindingList.vue";
import FoodLines from "@/desk/FoodLines.vue";
import FindPanel from "@/wall/FindPanel.vue";
import HalfSection from "@/ui/HalfSection.vue";
import ModelDrawer from "@/desk/ModelDrawer.vue";
import OwnDialog from "@/desk/OwnDialog.vue";
import TurnDialog from "@/round/TurnDialog.vue";
import StackEditor from "@/desk/StackEditor.vue";
import WishLine from "@/desk/WishLine.vue";
import TilePicker from "@/desk/TilePicker.vue";
import { useDesk } from "@/desk/useDesk";
import { useFindings } from "@/desk/useFindings";
import { useStackEdits } from "@/desk/useStackEdits";
import { useKeys } from "@/ui/useKeys";
import { useGlazes, useTiles } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useLead } from "@/lib/useLead";
import { useScreen } from "@/lib/useScreen";
import { stackOf } from "@/lib/stack";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import { cm2 } from "@/ui/figures";
import AskGate from "@/ui/AskGate.vue";

const props = defineProps<{ id: string }>();
const screen = useScreen();
const router = useRouter();
const tiles = useTiles();
const glazes = useGlazes();
const { detail, piece, save, stand, copy, mendFirst, told } = useDesk(() => props.id);
const chosen = ref("");
/** The surface that the pointer is shown on the drawing; what is chosen stays, and so does the order of the list. */
const pointed = ref("");
watch(
  piece,
  (p) => p && !p.surfaces.some((s) => s.id === chosen.value) && (chosen.value = p.surfaces[0]?.id ?? ""),
  { immediate: true },
);
const surface = computed(() => piece.value?.surfaces.find((s) => s.id === chosen.value));
const area = computed(() => new Map(detail.data.value?.surfaces.map((s) => [s.id, s])));
const surfaces = computed(
  () =>
    piece.value?.surfaces.map((s) => ({
      key: s.id,
      name: s.name,
      beside: cm2(area.value.get(s.id)?.areaCM2 ?? 0),
    })) ?? [],
);
const food = computed(() => area.value.get(chosen.value)?.use !== "plain");
const carried = computed(() => piece.value?.surfaces.filter((s) => s.on.length) ?? []);
const { findings, nothingFound } = useFindings(piece, chosen);

const picker = ref<InstanceType<typeof TilePicker>>();
const stack = ref<InstanceType<typeof StackEditor>>();
/** What a finding led to, as soon as it is there. */
const lead = shallowRef<Ref<{ focus: () => void } | undefined>>();
useLead("do", (does, { surface }) => {
  if (typeof surface === "string") chosen.value = surface;
  if (does === "details") marking.value = true;
  else lead.value = does === "tiles" ? picker : stack;
});
whenever(
  () => lead.value?.value,
  (to) => (to.focus(), (lead.value = undefined)),
  { flush: "post" },
);
const finding = ref(false);
const marking = ref(false);
const copying = ref(false);
const turning = ref(false);
/** A tile found by its colour gives the surface its stack; one that only hints does not hide it. */
function giveTile(code: string) {
  const tile = tiles.data.value?.find((t) => t.code === code);
  finding.value = false;
  if (tile) void give(tile.stack);
}
async function spread(how: string) {
  const turned = how === "turned";
  const given = await attempt(
    answer(api.POST("/pieces/{id}/plan/pass-on", { params: { path: { id: props.id } }, body: { turned } })),
  );
  if (given)
    say(
      `${given.pieces} more pieces have this plan${turned ? ", each turned on by one more" : ""}. It is the template now.`,
    );
  told();
}
async function takeOver(from: string) {
  if (await copy(from)) copying.value = false;
}
const { give, over, bare, coats, last } = useStackEdits(chosen, surface, save);
/** Plans a piece that was glazed first from what is already on it. */
function fromCoats() {
  void save(carried.value.map((s) => ({ surface: s.id, bare: false, stack: stackOf(s.on) })));
}
function move(by: number) {
  const ids = piece.value?.surfaces.map((s) => s.id) ?? [];
  chosen.value = ids[(ids.indexOf(chosen.value) + by + ids.length) % ids.length] ?? "";
}
const schemes = () => router.push(`/plan/${props.id}/schemes`);
useKeys({
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  f: () => (finding.value = true),
  t: () => picker.value?.focus(),
  b: () => void bare(),
  h: () => (screen.record = props.id),
  v: () => void schemes(),
  o: () => (copying.value = true),
  d: () => (marking.value = true),
  y: () => (turning.value = true),
  "+": () => last() >= 0 && coats(last(), 1),
  "-": () => last() >= 0 && coats(last(), -1),
  m: () => void mendFirst(() => findings.value),
});
</script>

<template>
  <div v-if="piece && detail.data.value" class="desk">
    <DeskHead
      :piece="piece"
      @copy="copying = true"
      @mark="marking = true"
      @turn="turning = true"
      @schemes="schemes"
      @spread="spread"
      @from-coats="fromCoats"
      @template="save"
    />
    <div class="left">
      <div class="paper">
        <HalfSection
          :drawing="detail.data.value.drawing"
          :surfaces="detail.data.value.surfaces"
          :states="piece.surfaces"
          :colours="screen.colours"
          :selected="pointed || chosen"
          :band-mm="piece.bandMM"
          :findings="piece.findings"
          @select="chosen = $event"
        />
      </div>
      <FindingList
        :findings="findings"
        :empty="nothingFound"
        :piece="piece"
        :hushed="detail.data.value.hushed"
        @mend="save($event)"
        @stand="stand"
        @point="pointed = $event"
      />
      <WishLine
        :piece="piece"
        :tiles="tiles.data.value ?? []"
        :surface="surface?.name ?? ''"
        @give="give($event.stack)"
      />
      <ApprovalLine :piece="piece" />
      <DeskFigures
        :band="detail.data.value.band"
        :surfaces="detail.data.value.surfaces"
        :under="detail.data.value.under"
        :amounts="detail.data.value.amounts"
        :order="detail.data.value.order"
      />
      <FoodLines :food="detail.data.value.food" />
    </div>
    <div class="right sheet">
      <ChoiceBar v-model="chosen" class="surfaces" label="Surfaces" :options="surfaces" />
      <StackEditor
        v-if="surface"
        ref="stack"
        :surface="surface"
        :food="food"
        :ware="piece.ware"
        @coats="coats"
        @bare="bare"
        @change="save([$event])"
      />
      <el-button @click="finding = true">Find a colour <kbd>f</kbd></el-button>
      <AskGate
        ><TilePicker
          ref="picker"
          :tiles="tiles.data.value ?? []"
          :glazes="glazes.data.value ?? []"
          :clay="area.get(chosen)?.clay ?? piece.clay"
          :cone="piece.cone"
          :food="food"
          @pick="give"
          @over="over"
      /></AskGate>
    </div>
    <el-drawer v-model="finding" size="440px" :title="`${piece.student}: ${surface?.name ?? ''}`">
      <AskGate v-if="finding"
        ><FindPanel
          :tiles="tiles.data.value ?? []"
          :class-id="piece.class"
          :piece="piece.id"
          :surface="chosen"
          @close="finding = false"
          @open="giveTile"
      /></AskGate>
    </el-drawer>
    <el-drawer v-model="copying" size="440px" title="Copy a plan">
      <AskGate v-if="copying"><ModelDrawer :piece="piece.id" @take="takeOver" /></AskGate>
    </el-drawer>
    <TurnDialog v-model="turning" :detail="detail.data.value" />
    <OwnDialog v-if="marking" :detail="detail.data.value" @save="save([], $event)" @close="marking = false" />
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(330px, 1fr);
  gap: 0 22px;
}
.left {
  display: grid;
  gap: 12px;
  align-content: start;
}
.paper {
  position: relative;
  background: var(--paper);
  border: 1px solid var(--line);
  height: min(44vh, 330px);
}
.right {
  padding: 12px 14px;
  display: grid;
  gap: 12px;
  align-content: start;
}
@media (max-width: 900px) {
  .desk {
    grid-template-columns: 1fr;
  }
}
</style>

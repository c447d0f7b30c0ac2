<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref, watch } from "vue";
import { answer, api, type Choice, type Schemas } from "@/api/client";
import DeskFigures from "@/components/DeskFigures.vue";
import FindingList from "@/components/FindingList.vue";
import FindPanel from "@/components/FindPanel.vue";
import HalfSection from "@/components/HalfSection.vue";
import StackEditor from "@/components/StackEditor.vue";
import TilePicker from "@/components/TilePicker.vue";
import { useKeys } from "@/composables/useKeys";
import { useGlazes, useTiles } from "@/composables/useLists";
import { usePiece } from "@/composables/usePiece";
import { attempt, say } from "@/composables/usePieces";
import { useRoom } from "@/composables/useRoom";
import { stackOf } from "@/stack";

const props = defineProps<{ id: string }>();
const room = useRoom();
const client = useQueryClient();
const tiles = useTiles();
const glazes = useGlazes();
const detail = usePiece(() => props.id);
const piece = computed(() => detail.data.value?.piece);
const chosen = ref("");
watch(
  piece,
  (p) => p && !p.surfaces.some((s) => s.id === chosen.value) && (chosen.value = p.surfaces[0]?.id ?? ""),
  { immediate: true },
);
const surface = computed(() => piece.value?.surfaces.find((s) => s.id === chosen.value));
const area = computed(() => new Map(detail.data.value?.surfaces.map((s) => [s.id, s])));
const food = computed(() => area.value.get(chosen.value)?.use !== "plain");
const carried = computed(() => piece.value?.surfaces.filter((s) => s.on.length) ?? []);

const finding = ref(false);
/** A tile found by its colour gives the surface its stack; one that only hints does not hide it. */
function giveTile(code: string) {
  const tile = tiles.data.value?.find((t) => t.code === code);
  finding.value = false;
  if (tile) void give(tile.stack);
}
const nothingFound = computed(() => {
  const open = piece.value?.surfaces.filter((s) => !s.stands && !s.bare && !s.stack.length) ?? [];
  if (open.length && open.length === piece.value?.surfaces.filter((s) => !s.stands).length)
    return "Nothing planned yet: choose a surface, then a tile.";
  const names = open.map((s) => s.name).join(", ");
  return `Nothing known speaks against this plan.${names ? ` Not planned yet: ${names}.` : ""}`;
});

async function save(changes: Choice[]) {
  const p = piece.value;
  if (!p) return;
  const of = new Map(changes.map((c) => [c.surface, c]));
  const choices = p.surfaces.map((s) => of.get(s.id) ?? { surface: s.id, bare: s.bare, stack: s.stack });
  const saved = await attempt(
    answer(
      api.PUT("/pieces/{id}/plan", {
        params: { path: { id: p.id } },
        body: { revision: p.revision, choices },
      }),
    ),
  );
  if (saved) client.setQueryData(["piece", props.id], saved);
  else void detail.refetch();
  void client.invalidateQueries({ queryKey: ["pieces"] });
  void client.invalidateQueries({ queryKey: ["today"] });
}
async function spread() {
  const given = await attempt(
    answer(api.POST("/pieces/{id}/plan/spread", { params: { path: { id: props.id } } })),
  );
  if (given) say(`${given.pieces} more pieces have this plan. Each can be changed by itself.`);
  void client.invalidateQueries({ queryKey: ["pieces"] });
  void client.invalidateQueries({ queryKey: ["today"] });
}
const give = (stack: Schemas["Layer"][]) => save([{ surface: chosen.value, bare: false, stack }]);
const bare = () => save([{ surface: chosen.value, bare: !surface.value?.bare, stack: [] }]);
function coats(layer: number, by: number) {
  const stack = (surface.value?.stack ?? []).map((l, i) => (i === layer ? { ...l, coats: l.coats + by } : l));
  void give(stack.filter((l) => l.coats > 0));
}
/** Plans a piece that was glazed first from what is already on it. */
function fromCoats() {
  void save(
    carried.value.map((s) => ({
      surface: s.id,
      bare: false,
      stack: stackOf(s.on.map((c) => c.glaze)),
    })),
  );
}
function move(by: number) {
  const ids = piece.value?.surfaces.map((s) => s.id) ?? [];
  chosen.value = ids[(ids.indexOf(chosen.value) + by + ids.length) % ids.length] ?? "";
}
const last = () => (surface.value?.stack.length ?? 0) - 1;
useKeys({
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  f: () => (finding.value = true),
  t: () => document.querySelector<HTMLInputElement>(".picker input")?.focus(),
  b: () => void bare(),
  h: () => (room.record = props.id),
  "+": () => last() >= 0 && coats(last(), 1),
  "-": () => last() >= 0 && coats(last(), -1),
  m: () => {
    const first = piece.value?.findings.find((f) => f.mend)?.mend;
    if (first) void save([first]);
  },
});
</script>

<template>
  <p v-if="detail.isError.value" role="alert">
    {{ detail.error.value?.message }} <RouterLink to="/plan">Back to the plans</RouterLink>
  </p>
  <div v-else-if="piece && detail.data.value" class="desk">
    <div class="head">
      <div>
        <p class="soft">
          <RouterLink to="/plan">Plan</RouterLink> · {{ piece.title }} · {{ piece.clay }} · cone
          {{ piece.cone }}
        </p>
        <h1>
          {{ piece.student }} <span class="mark">{{ piece.mark }}</span>
        </h1>
      </div>
      <div>
        <el-button v-if="piece.revision === 0 && carried.length" @click="fromCoats"
          >Plan it from what is on it</el-button
        >
        <el-button v-if="piece.revision" @click="spread">Give it to the rest</el-button>
        <el-button @click="room.record = piece.id">Record <kbd>h</kbd></el-button>
      </div>
    </div>
    <div class="left">
      <div class="paper">
        <HalfSection
          :drawing="detail.data.value.drawing"
          :surfaces="detail.data.value.surfaces"
          :states="piece.surfaces"
          :look="room.look"
          :selected="chosen"
          :band-mm="piece.bandMM"
          @select="chosen = $event"
        />
      </div>
      <DeskFigures :band="detail.data.value.band" :amounts="detail.data.value.amounts" />
      <FindingList
        :findings="piece.findings"
        :empty="nothingFound"
        @mend="save([$event])"
        @point="chosen = $event"
      />
    </div>
    <div class="right sheet">
      <ul class="surfaces" aria-label="Surfaces">
        <li v-for="s in piece.surfaces" :key="s.id">
          <button type="button" :aria-pressed="s.id === chosen" @click="chosen = s.id">
            {{ s.name }} <span class="soft num">{{ area.get(s.id)?.areaCM2.toFixed(0) }} cm²</span>
          </button>
        </li>
      </ul>
      <StackEditor v-if="surface" :surface="surface" :food="food" @coats="coats" @bare="bare" />
      <el-button @click="finding = true">Find a colour <kbd>f</kbd></el-button>
      <TilePicker
        :tiles="tiles.data.value ?? []"
        :glazes="glazes.data.value ?? []"
        :clay="piece.clay"
        :cone="piece.cone"
        :food="food"
        @pick="give"
      />
    </div>
    <el-drawer v-model="finding" size="440px" :title="`${piece.student}: ${surface?.name ?? ''}`">
      <FindPanel
        v-if="finding"
        :tiles="tiles.data.value ?? []"
        :look="room.look"
        :class-id="piece.class"
        :piece="piece.id"
        :surface="chosen"
        @close="finding = false"
        @open="giveTile"
      />
    </el-drawer>
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(330px, 1fr);
  gap: 0 22px;
}
.head {
  grid-column: 1 / -1;
  margin-bottom: 10px;
}
.mark {
  font-weight: 350;
}
.left {
  display: grid;
  gap: 12px;
  align-content: start;
}
.paper {
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
.surfaces {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.surfaces button {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 4px 10px;
  min-height: 38px;
  cursor: pointer;
}
.surfaces button[aria-pressed="true"] {
  background: var(--ink);
  color: #fff;
}
.surfaces button[aria-pressed="true"] .soft {
  color: #dedede;
}
@media (max-width: 900px) {
  .desk {
    grid-template-columns: 1fr;
  }
}
</style>

<script setup lang="ts">
import { computed, reactive, ref } from "vue";
import { answer, api, type Piece, type Schemas, type Tile } from "@/api/client";
import { useTablet } from "@/station/useStation";
import { choiceOf, sayStack } from "@/lib/stack";
import HalfSection from "@/ui/HalfSection.vue";
import StationTiles from "@/station/StationTiles.vue";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** A student drafts the plan of a piece: a surface, then a fired tile for it. */
const station = useTablet();
const props = defineProps<{ piece: Piece }>();
const detail = computed(() => station.known.value.details[props.piece.id]);
const approved = computed(() => props.piece.approval.state === "approved");
const choices = reactive(new Map<string, Schemas["Choice"]>());
const surface = ref(props.piece.surfaces.find((s) => !s.stands)?.id ?? "");
const said = ref("");
const choiceFor = (id: string) =>
  choices.get(id) ??
  (props.piece.surfaces.find((s) => s.id === id) && choiceOf(props.piece.surfaces.find((s) => s.id === id)!));
const states = computed(() =>
  props.piece.surfaces.map((s) => {
    const c = choices.get(s.id);
    if (!c) return s;
    const tile = picked.get(s.id);
    return { ...s, bare: c.bare, stack: c.stack, fired: tile?.fired, tile: tile?.code };
  }),
);
const picked = reactive(new Map<string, Tile>());
function take(tile: Tile) {
  picked.set(surface.value, tile);
  choices.set(surface.value, { surface: surface.value, bare: false, stack: tile.stack });
}
function bare() {
  picked.delete(surface.value);
  choices.set(surface.value, { surface: surface.value, bare: true, stack: [] });
}
async function save() {
  const all = props.piece.surfaces
    .map((s) => choiceFor(s.id)!)
    .filter((c) => c.bare || c.stack.length || c.resist);
  try {
    const kept = await answer(
      api.PUT("/pieces/{id}/draft", {
        params: { path: { id: props.piece.id } },
        body: { revision: props.piece.revision, choices: all },
      }),
    );
    station.known.value.details[props.piece.id] = kept;
    const stop =
      kept.piece.findings.find((f) => f.severity === "stop") ??
      kept.piece.findings.find((f) => f.severity === "warn");
    said.value = stop ? `Kept. ${stop.text} ${stop.way}` : "Kept. Your teacher looks at it.";
    choices.clear();
    await station.refresh();
  } catch (error) {
    said.value = (error as Error).message;
  }
}
const surfaces = computed(() =>
  states.value
    .filter((s) => !s.stands)
    .map((s) => ({ key: s.id, name: s.name, beside: s.bare ? "bare" : sayStack(s.stack) || "?" })),
);
</script>

<template>
  <p v-if="approved" class="none">This plan was approved. Ask your teacher to change it.</p>
  <div v-else class="draft">
    <p v-if="piece.approval.note" class="note">Your teacher says: {{ piece.approval.note }}</p>
    <div class="drawing">
      <HalfSection
        v-if="detail"
        :drawing="detail.drawing"
        :surfaces="detail.surfaces"
        :states="states"
        colours="fired"
        :selected="surface"
        :band-mm="piece.bandMM"
        @select="surface = $event"
      />
    </div>
    <ChoiceBar v-model="surface" class="surfaces" label="Surfaces" :options="surfaces" />
    <div class="acts">
      <button type="button" class="plain" @click="bare">Leave it bare</button>
      <button type="button" class="big" :disabled="!choices.size" @click="save">Save my plan</button>
      <p v-if="said" role="status">{{ said }}</p>
    </div>
    <StationTiles
      :tiles="station.known.value.tiles"
      :piece="piece"
      :chosen="[picked.get(surface)?.code ?? '']"
      @pick="take"
    />
  </div>
</template>

<style scoped>
.draft {
  display: grid;
  gap: 12px;
}
.drawing {
  height: 300px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.note {
  border-left: 5px solid var(--ink);
  padding: 2px 12px;
  font-size: 18px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>

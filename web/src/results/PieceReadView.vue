<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { answer, api, type Schemas } from "@/api/client";
import { deletePhotograph } from "@/results/deletePhotograph";
import PieceBoxes from "@/results/PieceBoxes.vue";
import { usePieceBoxes } from "@/results/usePieceBoxes";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { usePiece } from "@/lib/usePiece";
import { usePieces } from "@/lib/usePieces";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { useUpload } from "@/ui/useUpload";
import KeptPhotographs from "@/wall/KeptPhotographs.vue";
import PictureLight, { type LightKind } from "@/wall/PictureLight.vue";
import RackPicture from "@/wall/RackPicture.vue";
import ReadingSays from "@/wall/ReadingSays.vue";
import { useRack, type Mark } from "@/wall/useRack";

/**
 * A photograph of a piece, or of a board with several: each piece gets its part of it, and where a
 * card lies in the picture, colours are read and held against what the tiles promised.
 */
const route = useRoute();
const router = useRouter();
const changed = useChanged();
const { pieces: live } = usePieces();
const id = computed(() => (route.params.photo as string | undefined) ?? "");
const kept = useAsk(computed(() => ({ ...queries.aPhotograph(id.value), enabled: !!id.value })));
const photo = computed(() => (id.value ? kept.data.value : undefined));
const boards = useAsk(queries.boards());
const only = computed(() => photo.value?.piece);
/** Whose picture it is, also where its assignment has ended. */
const one = usePiece(() => only.value);
const pieces = computed(() => {
  const own = one.data.value?.piece;
  return own && !live.value.some((p) => p.id === own.id) ? [...live.value, own] : live.value;
});
const out = computed(() => pieces.value.filter((p) => p.unloaded));
const rack = useRack();
const boxes = usePieceBoxes(rack.boxes, pieces, only);
const tool = ref<Mark["kind"]>("tile");
const tools: { key: Mark["kind"]; name: string }[] = [
  { key: "tile", name: "Box" },
  { key: "grey", name: "Grey patch" },
  { key: "white", name: "White patch" },
  { key: "black", name: "Black patch" },
];
const card = ref({ white: 95, grey: 49.5, black: 20 });
const by = ref<LightKind>("");
const looked = ref(false);
const read = ref<Schemas["PiecesReading"]>();
const upload = useUpload();
const picture = ref<InstanceType<typeof RackPicture>>();
watch(id, () => {
  rack.clear();
  read.value = undefined;
});
async function take(event: Event) {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  const url = `/api/results/boards?name=${encodeURIComponent(file.name)}`;
  const made = await attempt(upload.send<Schemas["Photograph"]>("POST", url, file));
  if (!made) return;
  await changed("photograph");
  await router.push(`/results/read/${made.id}`);
}
/** By keyboard: a mark in the middle of the picture, to be moved with the arrows. */
async function place() {
  const p = photo.value!;
  const side = p.width / (tool.value === "tile" ? 8 : 24);
  rack.add(tool.value, (p.width - side) / 2, (p.height - side) / 2, side, side);
  read.value = undefined;
  await nextTick();
  picture.value?.focusMark();
}
async function readNow(keep: boolean) {
  if (!keep) looked.value = false;
  const now = await attempt(
    answer(
      api.POST("/photographs/{id}/colours", {
        params: { path: { id: id.value } },
        body: {
          cards: rack.asked(card.value).cards,
          boxes: boxes.surfaces.value,
          by: by.value || undefined,
          looked: looked.value,
          keep,
        },
      }),
    ),
  );
  if (now) read.value = now;
  return !!now;
}
async function save() {
  const { length } = boxes.whole.value;
  if (length) {
    const cut = answer(
      api.POST("/photographs/{id}/pieces", {
        params: { path: { id: id.value } },
        body: { boxes: boxes.whole.value },
      }),
    );
    if (!(await attempt(cut.then(() => true)))) return;
  }
  const colours = boxes.surfaces.value.length;
  if (colours && !(await readNow(true))) return;
  say(
    [
      length && `${length} ${length === 1 ? "piece has" : "pieces have"} a photograph`,
      colours && `${colours} ${colours === 1 ? "colour is" : "colours are"} kept`,
    ]
      .filter(Boolean)
      .join("; ") + ".",
  );
  rack.clear();
  read.value = undefined;
  await changed("own", "photograph");
}
async function drop(p: Schemas["Photograph"]) {
  if (await deletePhotograph(p.id)) await changed("own", "photograph");
}
const ready = computed(() => boxes.whole.value.length + boxes.surfaces.value.length);
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/results/pieces">Pieces that came out</PlaceLink> · by photograph</p>
      <h1>Photographs of pieces</h1>
      <p class="soft">
        Daylight, no flash, a card with white, grey and black beside the pieces: then colours are read, and
        held against what the tiles promised.
      </p>
    </div>
    <label class="file">
      <span>A board with several pieces: JPEG or PNG, to 25 MB</span>
      <input type="file" name="board" accept="image/*" :disabled="upload.busy.value" @change="take" />
    </label>
  </div>
  <div v-if="upload.busy.value" class="going" role="status">
    <el-progress :percentage="Math.round(100 * (upload.sent.value ?? 0))" :show-text="false" />
    <span>{{ upload.sent.value === 1 ? "Decoding" : "Sending" }} {{ upload.name.value }}</span>
    <el-button @click="upload.stop">Stop</el-button>
  </div>
  <KeptPhotographs
    v-if="!id && boards.data.value?.length"
    :photos="boards.data.value"
    @open="router.push(`/results/read/${$event.id}`)"
    @drop="drop"
  />
  <p v-else-if="!id && !boards.isPending.value" class="empty">
    Send a photograph of a board or shelf of pieces, and draw a box over each: every piece gets its part. The
    picture of one piece is opened from its card.
  </p>
  <div v-if="photo" class="bench">
    <div>
      <p class="tools">
        <ChoiceBar v-model="tool" label="What a drag marks" :options="tools" joined />
        <el-button size="small" @click="place">Add a mark</el-button>
      </p>
      <RackPicture
        ref="picture"
        :src="`/api/photographs/${photo.id}/picture`"
        :width="photo.width"
        :height="photo.height"
        :rack="rack"
        :tool="tool"
        :columns="1"
        :rows="1"
        :labels="boxes.labels.value"
        @moved="read = undefined"
      />
      <p class="soft hint">
        Drag a box over a piece, or well inside one of its surfaces, away from shine and shadow. Marks move by
        mouse or arrows (<kbd>Shift</kbd> far, <kbd>Alt</kbd> sizes, <kbd>Delete</kbd> removes).
      </p>
      <PictureLight v-model:by="by" v-model:card="card" />
    </div>
    <div class="sheet side">
      <p v-if="!rack.boxes.value.length" class="soft">
        No box yet: drag one {{ only ? "on a surface" : "over a piece" }}.
      </p>
      <PieceBoxes
        v-else
        :boxes="rack.boxes.value"
        :shown="boxes.shown.value"
        :pieces="only ? pieces : out"
        :only="only"
        :read="read?.readings ?? []"
        @show="boxes.show"
        @point="rack.chosen.value = $event"
        @remove="rack.remove($event)"
      />
      <ReadingSays
        v-if="read"
        v-model:looked="looked"
        :read="{ ...read, readings: [] }"
        :cards="rack.cards.value"
        @point="rack.chosen.value = $event"
      />
      <div class="acts">
        <el-button :disabled="!boxes.surfaces.value.length" @click="readNow(false)"
          >Read the colours</el-button
        >
        <el-button
          type="primary"
          :disabled="!ready || !!boxes.nameless.value || (!!read?.doubts.length && !looked)"
          @click="save"
          >Save {{ ready || "" }}</el-button
        >
        <el-button text @click="router.push('/results/read')">Choose another photograph</el-button>
      </div>
      <p v-if="boxes.nameless.value" class="soft">Say whose piece each box shows.</p>
    </div>
  </div>
</template>

<style scoped src="@/wall/read.css"></style>
<style scoped>
.tools {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 8px;
}
</style>

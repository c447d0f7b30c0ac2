<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import PlaceLink from "@/ui/PlaceLink.vue";
import BoxTable from "@/wall/BoxTable.vue";
import KeptPhotographs from "@/wall/KeptPhotographs.vue";
import MarkTools from "@/wall/MarkTools.vue";
import ProgrammeNames, { type Planned } from "@/wall/ProgrammeNames.vue";
import RackPicture from "@/wall/RackPicture.vue";
import PictureLight, { type LightKind } from "@/wall/PictureLight.vue";
import ReadingSays from "@/wall/ReadingSays.vue";
import { useClasses, useClays, useTiles } from "@/lib/useLists";
import { useNaming } from "@/wall/useNaming";
import { attempt, say } from "@/ui/messages";
import { useRack, type Mark } from "@/wall/useRack";
import { useScreen } from "@/lib/useScreen";
import { useUpload } from "@/ui/useUpload";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import ClaySelect from "@/ui/ClaySelect.vue";
import ConeSelect from "@/ui/ConeSelect.vue";

type Photograph = Schemas["Photograph"];
const tell = useChanged();
const screen = useScreen();
const tiles = useTiles();
const clays = useClays();
const classes = useClasses();
const photos = useAsk(queries.photographs());
const upload = useUpload();
const photo = ref<Photograph>();
const rack = useRack();
const naming = useNaming(
  rack.boxes,
  computed(() => tiles.data.value ?? []),
);
const tool = ref<Mark["kind"] | "grid">("grey");
const shape = reactive({ columns: 6, rows: 2, strips: false, codes: "" });
const card = ref({ white: 95, grey: 49.5, black: 20 });
const fresh = reactive({ clay: "", cone: "" });
const read = ref<Schemas["PhotographReading"]>();
/** By what light it was taken: what a lamp does not show, no card gives back. */
const by = ref<LightKind>("");
/** Somebody looked at cards that disagree. */
const looked = ref(false);

watch(
  [() => classes.byId.value.get(screen.classId), () => clays.data.value],
  ([c, list]) => {
    fresh.clay ||= c?.clay ?? list?.[0]?.code ?? "";
    fresh.cone ||= c?.cone ?? "6";
  },
  { immediate: true },
);
watch([() => shape.columns, () => shape.rows], ([columns, rows]) => {
  if (rack.grid.value) Object.assign(rack.grid.value, { columns, rows });
});

async function take(event: Event) {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  const url = `/api/photographs?name=${encodeURIComponent(file.name)}`;
  const kept = await attempt(upload.send<Photograph>("POST", url, file));
  if (!kept) return;
  open(kept);
  await tell("photograph");
}
function open(p?: Photograph) {
  rack.clear();
  by.value = "";
  read.value = undefined;
  photo.value = p;
}
const picture = ref<InstanceType<typeof RackPicture>>();
/** By keyboard: a mark in the middle of the picture, to be moved with the arrows. */
async function place() {
  const p = photo.value!;
  const side = p.width / 24;
  if (tool.value === "grid")
    rack.layGrid(0.1 * p.width, 0.1 * p.height, 0.8 * p.width, 0.8 * p.height, shape.columns, shape.rows);
  else rack.add(tool.value, (p.width - side) / 2, (p.height - side) / 2, side, side);
  read.value = undefined;
  await nextTick();
  if (tool.value === "grid") picture.value?.focusGrid();
  else picture.value?.focusMark();
}
async function readNow() {
  if (!photo.value) return;
  looked.value = false;
  read.value = await attempt(
    answer(
      api.POST("/photographs/{id}/reading", {
        params: { path: { id: photo.value.id } },
        body: { ...rack.asked(card.value), by: by.value || undefined },
      }),
    ),
  );
}
/** A planned tile lays its grid at once, with its boxes named. */
async function laid(planned: Planned) {
  const p = photo.value!;
  Object.assign(shape, { columns: planned.columns, rows: planned.rows, strips: false });
  Object.assign(fresh, { clay: planned.clay, cone: planned.cone });
  rack.layGrid(0.2 * p.width, 0.2 * p.height, 0.6 * p.width, 0.6 * p.height, planned.columns, planned.rows);
  read.value = undefined;
  await nextTick();
  naming.give(planned.names);
  picture.value?.focusGrid();
}
const named = computed(() => naming.readings(read.value?.readings ?? [], photo.value?.id ?? "", fresh));
async function hang() {
  const saved = await attempt(
    answer(api.POST("/tiles/readings", { body: { tiles: named.value, looked: looked.value } })),
  );
  if (!saved) return;
  say(
    saved.length === 1
      ? `Tile ${saved[0]!.code} hangs on the wall.`
      : `${saved.length} tiles hang on the wall.`,
  );
  await tell("tile", "photograph");
}
async function drop(p: Photograph) {
  await attempt(answer(api.DELETE("/photographs/{id}", { params: { path: { id: p.id } } })));
  if (photo.value?.id === p.id) open();
  await tell("photograph");
}
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/tiles">Tiles</PlaceLink> · from a photograph</p>
      <h1>Read a rack</h1>
      <p class="soft">
        Daylight, no flash, the rack flat to the camera. A card with white, grey and black at two ends or
        more.
      </p>
    </div>
    <label class="file">
      <span>JPEG or PNG, to 25 MB</span>
      <input type="file" name="photograph" accept="image/*" :disabled="upload.busy.value" @change="take" />
    </label>
  </div>
  <div v-if="upload.busy.value" class="going" role="status">
    <el-progress :percentage="Math.round(100 * (upload.sent.value ?? 0))" :show-text="false" />
    <span>{{ upload.sent.value === 1 ? "Decoding" : "Sending" }} {{ upload.name.value }}</span>
    <el-button @click="upload.stop">Stop</el-button>
  </div>
  <KeptPhotographs
    v-if="!photo && photos.data.value?.length"
    :photos="photos.data.value"
    @open="open"
    @drop="drop"
  />
  <p v-else-if="!photo" class="empty">
    Send a photograph of a rack of tiles with a grey card beside them. Their colours are read by the card, not
    by the camera's taste.
  </p>
  <div v-if="photo" class="bench">
    <div>
      <MarkTools
        v-model:tool="tool"
        v-model:columns="shape.columns"
        v-model:rows="shape.rows"
        @place="place"
      />
      <RackPicture
        ref="picture"
        :src="`/api/photographs/${photo.id}/picture`"
        :width="photo.width"
        :height="photo.height"
        :rack="rack"
        :tool="tool"
        :columns="shape.columns"
        :rows="shape.rows"
        :labels="naming.labels.value"
        @moved="read = undefined"
      />
      <p class="soft hint">
        Choose a tool and drag. Marks move by mouse or arrows (<kbd>Shift</kbd> far, <kbd>Alt</kbd> sizes,
        <kbd>Delete</kbd> removes). The grid's corners can be pulled to follow the rack.
      </p>
      <PictureLight v-model:by="by" v-model:card="card" @update:by="read && readNow()" />
    </div>
    <div class="sheet side">
      <datalist id="codes-on-the-wall">
        <option v-for="t in tiles.data.value" :key="t.code" :value="t.code" :label="t.title" />
      </datalist>
      <ProgrammeNames @choose="laid" />
      <label v-if="rack.grid.value" class="deal">
        Codes, in the order of the boxes
        <span>
          <el-input v-model="shape.codes" name="codes" placeholder="F01 F02 F03" />
          <el-checkbox v-model="shape.strips" label="columns are 1, 2, 3… coats" />
          <el-button
            @click="naming.deal(shape.codes.split(/[\s,;]+/).filter(Boolean), shape.columns, shape.strips)"
            >Assign the codes</el-button
          >
        </span>
      </label>
      <p v-if="naming.strange.value.length" class="fresh">
        New on the wall: {{ naming.strange.value.join(", ") }}, on
        <ClaySelect v-model="fresh.clay" aria-label="Clay of new tiles" size="small" short />
        at cone
        <ConeSelect v-model="fresh.cone" aria-label="Cone of new tiles" size="small" short />
      </p>
      <p v-if="!rack.boxes.value.length" class="soft">No box yet: lay a grid over the tiles.</p>
      <div v-else class="scroll">
        <BoxTable
          :boxes="rack.boxes.value"
          :names="naming.names.value"
          :read="read?.readings ?? []"
          :strange="naming.strange.value"
          @name="naming.name"
          @point="rack.chosen.value = $event"
        />
      </div>
      <ReadingSays
        v-if="read"
        v-model:looked="looked"
        :read="read"
        :cards="rack.cards.value"
        @point="rack.chosen.value = $event"
      />
      <div class="acts">
        <el-button :type="read ? 'default' : 'primary'" :disabled="!rack.boxes.value.length" @click="readNow">
          Read {{ rack.boxes.value.length }} boxes
        </el-button>
        <el-button
          v-if="read"
          type="primary"
          :disabled="!named.length || (!!read.doubts.length && !looked)"
          @click="hang"
        >
          Add {{ named.length }} tiles to the wall
        </el-button>
        <el-button text @click="open()">Choose another photograph</el-button>
      </div>
    </div>
  </div>
</template>

<style scoped src="@/wall/read.css"></style>

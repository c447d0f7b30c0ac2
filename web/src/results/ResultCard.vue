<script setup lang="ts">
import { computed, reactive, ref, watch } from "vue";
import { answer, api, type Piece } from "@/api/client";
import { useLog } from "@/lib/usePieces";
import { attempt, say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import CameOut from "@/results/CameOut.vue";
import PiecePictures from "@/results/PiecePictures.vue";
import PieceWhy from "@/results/PieceWhy.vue";
import PieceSketch from "@/ui/PieceSketch.vue";
import { useChanged } from "@/lib/queries";
import CameraButton from "@/ui/CameraButton.vue";
import ConeSelect from "@/ui/ConeSelect.vue";
import AskGate from "@/ui/AskGate.vue";

/** One fired piece: what came of it, its maker's opinion, and a way to make a tile of it. */
const props = defineProps<{ piece: Piece }>();
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const screen = useScreen();
const log = useLog();
const tell = useChanged();
const opinion = ref(props.piece.opinion ?? "");
const again = ref(props.piece.again ?? false);
watch(
  () => props.piece.opinion,
  (text) => (opinion.value = text ?? ""),
);
const glazed = computed(() => props.piece.surfaces.filter((s) => s.on.length));
const changed = computed(
  () => opinion.value !== (props.piece.opinion ?? "") || again.value !== (props.piece.again ?? false),
);

function keep() {
  log.mutate([{ kind: "opinion", piece: props.piece.id, text: opinion.value, again: again.value }], {
    onSuccess: () => say(`${props.piece.student}: opinion kept.`),
  });
}
const once = reactive({ open: false, why: "", cone: props.piece.cone });
/** The card goes with its piece: what is said is said after it has gone. */
async function refire() {
  const { student, id, cone: now } = props.piece;
  const cone = once.cone === now ? undefined : once.cone;
  once.open = false;
  const event = { kind: "again" as const, piece: id, text: once.why.trim() || undefined, cone };
  if (await attempt(log.mutateAsync([event]))) say(`${student}: back at the bench, for another firing.`);
}
const tile = reactive({ open: false, code: "", surface: "", fired: "#808080" });
function startTile() {
  const first = glazed.value[0];
  Object.assign(tile, {
    open: true,
    code: "",
    surface: first?.id ?? "",
    fired: first?.came?.hex ?? first?.fired ?? "#808080",
  });
}
async function makeTile() {
  const { code, surface, fired } = tile;
  const made = await attempt(
    answer(api.POST("/tiles", { body: { code, surface, fired, piece: props.piece.id } })),
  );
  if (!made) return;
  tile.open = false;
  say(`Tile ${made.code} hangs on the wall.`);
  await tell("tile");
}
</script>

<template>
  <article class="card sheet">
    <header>
      <PieceSketch :piece="piece" class="small" />
      <h2>
        {{ piece.student }} <span class="mark">{{ piece.mark }}</span>
      </h2>
      <span class="soft">{{ piece.title }} · {{ piece.clay }} · cone {{ piece.cone }}</span>
    </header>
    <p class="out">
      <template v-if="piece.stage === 'results'">Nobody looked at it yet.</template>
      <template v-else
        >It came out: <b>{{ piece.outcome?.says }}</b>.</template
      >
    </p>
    <AskGate v-if="piece.outcome?.faults.length && teaches"><PieceWhy :piece="piece" /></AskGate>
    <p v-if="piece.stood" class="soft">It stood in {{ piece.stood }}.</p>
    <PiecePictures v-if="piece.pictures.length" :piece="piece" />
    <CameOut :piece="piece" />
    <label>
      The student's opinion
      <el-input v-model="opinion" type="textarea" :rows="2" maxlength="2000" :name="`opinion-${piece.id}`" />
    </label>
    <div class="row">
      <el-checkbox v-model="again" label="would repeat it" />
      <el-button :disabled="!changed" @click="keep">Save the opinion</el-button>
    </div>
    <div class="row">
      <CameraButton :piece="piece" />
      <el-button @click="startTile">Add a tile</el-button>
      <el-button @click="once.open = true">Fire it again</el-button>
      <el-button text @click="screen.record = piece.id">Record</el-button>
    </div>
    <el-dialog v-model="once.open" title="For another firing" width="440px" align-center>
      <form class="tile-form" @submit.prevent="refire">
        <label
          >What it is mended for<el-input
            v-model="once.why"
            name="refire-why"
            maxlength="200"
            placeholder="bald spot filled, a second colour…"
        /></label>
        <label>Cone<ConeSelect v-model="once.cone" aria-label="Cone of the next firing" /></label>
        <p class="caution">
          Fired glaze does not soak: glaze on it has to be thicker, or the piece warmed, and dries slowly.
          Porous or crazed ware is dried before.
        </p>
        <el-button type="primary" native-type="submit">Send to the bench</el-button>
      </form>
    </el-dialog>
    <el-dialog v-model="tile.open" title="A tile from this piece" width="420px" align-center>
      <form class="tile-form" @submit.prevent="makeTile">
        <label>Code<el-input v-model="tile.code" name="tile-code" maxlength="40" required /></label>
        <label>
          Surface
          <el-select v-model="tile.surface" aria-label="Surface">
            <el-option v-for="s in glazed" :key="s.id" :value="s.id" :label="s.name" />
          </el-select>
        </label>
        <label>
          Fired colour, as you see it in even light
          <span class="hex"
            ><el-input v-model="tile.fired" name="tile-fired" maxlength="7" /><i
              :style="{ background: tile.fired }"
              aria-hidden="true"
          /></span>
        </label>
        <el-button type="primary" native-type="submit">Add to the wall</el-button>
      </form>
    </el-dialog>
  </article>
</template>

<style scoped>
.card {
  padding: 14px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
  justify-items: start;
}
.mark {
  font-weight: 350;
}
header {
  display: grid;
  width: 100%;
  grid-template-columns: 1fr auto;
}
header .small {
  grid-area: 1 / 2 / 3 / 3;
}
.card > label,
.tile-form > label {
  display: grid;
  width: 100%;
  gap: 3px;
  font-weight: 600;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.row .el-button {
  margin-left: 0;
  padding-inline: 11px;
}
.tile-form {
  display: grid;
  gap: 12px;
}
.hex {
  display: flex;
  gap: 8px;
}
.hex i {
  width: 60px;
  border: 1px solid var(--line-strong);
}
</style>

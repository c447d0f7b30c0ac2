<script setup lang="ts">
import { reactive, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { useLog } from "@/lib/usePieces";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import ClaySelect from "@/ui/ClaySelect.vue";
import JarSelect from "@/ui/JarSelect.vue";

/** Whose piece carries no name? By form, clay, colours, coats, and photographs beside it. */
const screen = useScreen();
const log = useLog();
const classes = useClasses();
const forms = useAsk(queries.forms());
const clues = reactive({
  form: "",
  clay: "",
  glazes: [] as string[],
  coats: undefined as number | undefined,
  colour: "",
});
const found = ref<Schemas["Candidate"][]>();

/** The colour in the middle of a photograph, as the camera saw it: a clue, no reading. */
async function fromPhotograph(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  if (!file) return;
  try {
    const picture = await createImageBitmap(file);
    const canvas = document.createElement("canvas");
    canvas.width = canvas.height = 24;
    const pen = canvas.getContext("2d")!;
    const side = Math.min(picture.width, picture.height) / 3;
    pen.drawImage(picture, (picture.width - side) / 2, (picture.height - side) / 2, side, side, 0, 0, 24, 24);
    const { data } = pen.getImageData(0, 0, 24, 24);
    const middle = (channel: number) =>
      [...data.filter((_, i) => i % 4 === channel)]
        .sort((a, b) => a - b)[288]!
        .toString(16)
        .padStart(2, "0");
    clues.colour = `#${middle(0)}${middle(1)}${middle(2)}`;
  } catch {
    say("That is no picture this browser can read: take a JPEG or PNG.", "error");
  }
}
async function seek() {
  const body: Schemas["Clues"] = { class: screen.classId || undefined };
  if (clues.form) body.form = clues.form;
  if (clues.clay) body.clay = clues.clay;
  if (clues.glazes.length) body.glazes = clues.glazes;
  if (clues.coats !== undefined) body.coats = clues.coats;
  if (clues.colour) body.colour = clues.colour;
  found.value = await attempt(answer(api.POST("/pieces/search", { body })));
}
watch([clues, () => screen.classId], () => void seek(), { deep: true });
const itIs = (c: Schemas["Candidate"]) =>
  log.mutate(
    [
      { kind: "noname", piece: c.piece.id },
      { kind: "named", piece: c.piece.id },
    ],
    {
      onSuccess: () => say(`It is ${c.piece.student}'s. Mark it in pencil now.`),
    },
  );
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/bench">Bench</PlaceLink> · found without a name</p>
      <h1>Whose is this?</h1>
      <p class="soft">
        Say what you see; the likeliest comes first. Pieces in the kiln, fired, or out of the room are left
        out.
      </p>
    </div>
  </div>
  <div class="columns">
    <form class="sheet" @submit.prevent="seek">
      <label
        >Form
        <el-select v-model="clues.form" aria-label="Form" clearable placeholder="not sure" value-on-clear="">
          <el-option v-for="f in forms.data.value" :key="f.form" :value="f.form" :label="f.name" />
        </el-select>
      </label>
      <label
        >Clay
        <ClaySelect
          v-model="clues.clay"
          aria-label="Clay"
          clearable
          placeholder="not sure"
          value-on-clear=""
        />
      </label>
      <label
        >Glazes you can tell
        <JarSelect v-model="clues.glazes" aria-label="Glazes" multiple placeholder="none" />
      </label>
      <label
        >Coats on it in all
        <el-input-number v-model="clues.coats" :min="0" :max="40" aria-label="Coats" />
      </label>
      <label
        >Its raw colour
        <span class="colour"
          ><input
            type="color"
            aria-label="Raw colour"
            :value="clues.colour || '#999999'"
            @input="clues.colour = ($event.target as HTMLInputElement).value"
          />
          {{ clues.colour ? "" : "not sure" }}
          <el-button v-if="clues.colour" size="small" @click="clues.colour = ''">not sure</el-button></span
        >
      </label>
      <label
        >Or from a photograph, the piece in the middle
        <input
          type="file"
          accept="image/jpeg,image/png"
          capture="environment"
          aria-label="Photograph of the piece"
          @change="fromPhotograph"
        />
      </label>
    </form>
    <ol v-if="found?.length" class="found" aria-label="Candidates">
      <li v-for="c in found" :key="c.piece.id">
        <span class="score num" :aria-label="`fits ${Math.round(c.score * 100)} per cent`"
          >{{ Math.round(c.score * 100) }} %</span
        >
        <span>
          <b>{{ c.piece.student }} {{ c.piece.mark }}</b> {{ c.piece.title }},
          {{ classes.byId.value.get(c.piece.class)?.name }}
          <span class="soft">{{ c.why.join(", ") }}</span>
        </span>
        <a
          v-for="id in c.piece.pictures.slice(0, 2)"
          :key="id"
          :href="`/api/photographs/${id}/picture`"
          target="_blank"
        >
          <img :src="`/api/photographs/${id}/picture`" :alt="`Photograph of ${c.piece.student}'s piece`" />
        </a>
        <PlaceLink :to="`/plan/${c.piece.id}`">drawing</PlaceLink>
        <el-button @click="itIs(c)">Choose this piece</el-button>
      </li>
    </ol>
    <p v-else class="none">
      {{ found ? "No piece fits that. Leave out what you are least sure of." : "Begin with the form." }}
    </p>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 22px;
  align-items: start;
}
form {
  padding: 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
}
input[type="file"] {
  width: 100%;
}
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  font-weight: 600;
}
.colour {
  display: flex;
  gap: 10px;
  align-items: center;
  font-weight: 400;
}
.found li {
  display: flex;
  gap: 14px;
  align-items: center;
  min-height: 62px;
  padding: 6px 12px;
  background: var(--sheet);
  border: 1px solid var(--line);
  margin-bottom: 6px;
}
.found li > span:nth-child(2) {
  flex: 1;
}
.found .soft {
  display: block;
  font-size: 14px;
}
.score {
  font-size: 22px;
  min-width: 84px;
  white-space: nowrap;
}
img {
  height: 54px;
}
.none {
  font-size: 17px;
  padding: 20px 0;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

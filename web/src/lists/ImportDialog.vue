<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, Problem, type Schemas } from "@/api/client";
import ImportAsks from "@/lists/ImportAsks.vue";
import ImportPreview from "@/lists/ImportPreview.vue";
import ListColumns from "@/lists/ListColumns.vue";
import { useListFile } from "@/lists/useListFile";
import { useClasses } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useChanged } from "@/lib/queries";
import ClaySelect from "@/ui/ClaySelect.vue";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/**
 * A list from a file of the office, or from pasted cells: its columns are matched, corrected by
 * hand, and what it would change is shown before it is taken over, whole or not at all.
 */
const props = defineProps<{ kind: Schemas["ListKind"]; clays: Schemas["Clay"][] }>();
const emit = defineEmits<{ close: [] }>();
const tell = useChanged();
const asks = useAsks();
const classes = useClasses();
const file = useListFile(props.kind);
const preview = ref<Schemas["Import"]>();
/** What is wrong with the list as a whole: a column that is missing. */
const wrong = ref("");
const clay = ref(props.clays[0]?.code ?? "");
const answers = ref<Schemas["ImportAnswer"][]>([]);
const names = {
  students: "class list",
  clays: "list of clays",
  glazes: "list of glazes",
  tiles: "list of tiles",
  readings: "list of readings",
};
const open = computed(() => preview.value?.asks?.filter((a) => !a.answer).length ?? 0);
const news = computed(() => (preview.value?.added ?? 0) + (preview.value?.changed ?? 0));
const may = computed(
  () => preview.value && !wrong.value && !preview.value.refused.length && !open.value && news.value > 0,
);

function send(apply: boolean) {
  const body = { kind: props.kind, text: file.text.value, apply, answers: answers.value };
  return answer(api.POST("/imports", { body: { ...body, clay: clay.value || undefined } }));
}
let asked = 0;
/** Looks at the list as it is now; what was asked before it changed says nothing any more. */
async function look() {
  const mine = ++asked;
  if (!file.text.value) return;
  try {
    const seen = await send(false);
    if (mine !== asked) return;
    preview.value = seen;
    wrong.value = "";
  } catch (error) {
    if (mine !== asked) return;
    wrong.value = error instanceof Problem ? error.message : String(error);
    preview.value = undefined;
  }
}
watch([file.text, clay, answers], look);
async function read(given?: File) {
  if (!given?.size) return;
  answers.value = [];
  preview.value = undefined;
  await file.take(given);
}
function chosen(event: Event) {
  const input = event.target as HTMLInputElement;
  void read(input.files?.[0]);
  input.value = ""; // the same file may be mended, and chosen again
}
const pasted = (event: Event) => read(new File([(event.target as HTMLTextAreaElement).value], "pasted"));
function said(given: Schemas["ImportAnswer"][]) {
  const again = (a: Schemas["ImportAnswer"]) => given.some((g) => g.row === a.row && g.mark === a.mark);
  answers.value = [...answers.value.filter((a) => !again(a)), ...given];
}
async function take() {
  const done = await attempt(send(true));
  if (!done?.applied) return;
  say(`Imported: ${done.added} added, ${done.changed} changed.`);
  await tell("clay", "glaze", "tile", "class", "student");
  emit("close");
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`Import a ${names[kind]}`"
    width="760px"
    align-center
    @close="emit('close')"
  >
    <AskGate :asks="asks">
      <div class="bring">
        <p>
          An .xlsx or CSV file, or cells copied from a spreadsheet. An empty list to fill in:
          <a :href="`/api/imports/template?kind=${kind}&as=xlsx`" download>.xlsx</a>,
          <a :href="`/api/imports/template?kind=${kind}&as=csv`" download>CSV</a>.
        </p>
        <div class="from">
          <label
            >File <input type="file" accept=".xlsx,.csv,.tsv,.txt,text/csv,text/plain" @change="chosen"
          /></label>
          <label class="paste">
            or paste
            <textarea rows="2" placeholder="cells with their headings" @change="pasted"></textarea>
          </label>
        </div>
        <div v-if="kind === 'students' && clays.length" class="new">
          Clay of new classes
          <ClaySelect v-model="clay" aria-label="Clay of new classes" />
        </div>
        <template v-if="file.read.value">
          <label v-if="file.read.value.sheets.length > 1" class="new">
            Sheet
            <select
              :value="file.at.value"
              @change="file.choose(Number(($event.target as HTMLSelectElement).value))"
            >
              <option v-for="(s, i) in file.read.value.sheets" :key="i" :value="i">
                {{ s.name }} ({{ s.rows.length }} rows)
              </option>
            </select>
          </label>
          <details :open="!!wrong || undefined">
            <summary>Which column is which</summary>
            <ListColumns
              v-model="file.columns.value"
              v-model:fixed="file.fixed.value"
              :of="file.read.value.columns"
              :headings="file.headings.value"
              :alike="
                kind === 'students' ? ['class'] : kind === 'tiles' ? ['clay', 'cone'] : ['cones', 'kind']
              "
              :known="kind === 'students' ? classes.taught.value.map((c) => c.name) : []"
            />
          </details>
          <p v-if="wrong" role="alert" class="wrong">{{ wrong }}</p>
        </template>
        <template v-if="preview">
          <ImportAsks v-if="preview.asks?.length" :asks="preview.asks" @answer="said" />
          <ImportPreview :of="preview" />
        </template>
      </div>
    </AskGate>
    <template #footer>
      <span v-if="open" class="soft">{{ open }} to answer </span>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :disabled="!may" @click="take">Import the list</el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.bring {
  display: grid;
  gap: 12px;
}
.from {
  display: flex;
  gap: 18px;
  align-items: start;
}
.paste {
  display: flex;
  gap: 8px;
  flex: 1;
}
.paste textarea {
  flex: 1;
}
label,
summary {
  font-weight: 600;
}
summary {
  cursor: pointer;
  min-height: 32px;
}
.new {
  display: flex;
  gap: 10px;
  align-items: center;
}
.new .el-select {
  width: 260px;
}
.wrong {
  border-left: 4px solid var(--ink);
  padding-left: 8px;
  font-weight: 600;
}
</style>

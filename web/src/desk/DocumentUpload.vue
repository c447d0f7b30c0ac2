<script setup lang="ts">
import { ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { useChanged } from "@/lib/queries";
import ClassSelect from "@/ui/ClassSelect.vue";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** Brings an assignment with its plans from a JSON document: looked at first, then taken over whole or not at all. */
const screen = useScreen();
const tell = useChanged();
const asks = useAsks();
const classes = useClasses();
const document = ref<Record<string, unknown>>();
const looked = ref<Schemas["DocumentImport"]>();
const target = ref("");
async function read(event: Event) {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  try {
    document.value = JSON.parse(await file.text()) as Record<string, unknown>;
  } catch {
    say(`${file.name} is no JSON document.`, "error");
    return;
  }
  target.value = screen.classId || (classes.taught.value[0]?.id ?? "");
  await preview();
}
async function send(apply: boolean) {
  const body = { class: target.value, document: document.value ?? {}, apply };
  return attempt(answer(api.POST("/documents", { body })));
}
async function preview() {
  looked.value = await send(false);
  if (!looked.value) document.value = undefined;
}
async function take() {
  const made = await send(true);
  if (!made) return;
  say(`${made.name} is brought, with ${made.plans} plans.`);
  document.value = undefined;
  await tell("assignment");
}
</script>

<template>
  <label class="file">
    <span>Import JSON</span>
    <input type="file" accept="application/json,.json" name="document" @change="read" />
  </label>
  <el-dialog
    :model-value="!!document && !!looked"
    title="Import an assignment"
    width="520px"
    @close="document = undefined"
  >
    <AskGate :asks="asks">
      <div v-if="looked" class="looked">
        <label>
          For the class
          <ClassSelect v-model="target" aria-label="Class it is for" @change="preview" />
        </label>
        <p>
          <b>{{ looked.name }}</b> comes with {{ looked.plans }} plans for students of this class.
          <template v-if="looked.unmatched.length"
            >Not in this class: {{ looked.unmatched.join(", ") }}.</template
          >
        </p>
        <el-button type="primary" @click="take">Import it</el-button>
      </div>
    </AskGate>
  </el-dialog>
</template>

<style scoped>
.file {
  position: relative;
  text-decoration: underline;
  cursor: pointer;
}
.file:focus-within {
  outline: 3px solid #111;
  outline-offset: 2px;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  width: 100%;
  cursor: pointer;
}
.looked {
  display: grid;
  gap: 12px;
}
</style>

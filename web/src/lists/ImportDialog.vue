<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { attempt, say } from "@/ui/messages";
import { useChanged } from "@/lib/queries";
import ClaySelect from "@/ui/ClaySelect.vue";

/** Shows what a list would change before it is taken over, whole or not at all. */
const props = defineProps<{ kind: Schemas["ListKind"]; clays: Schemas["Clay"][] }>();
const emit = defineEmits<{ close: [] }>();
const tell = useChanged();
const text = ref("");
const preview = ref<Schemas["Import"]>();
const clay = ref(props.clays[0]?.code ?? "");
const cone = ref("");
const names = {
  students: "class list",
  clays: "list of clays",
  glazes: "list of glazes",
  tiles: "list of tiles",
  readings: "list of readings",
};
const columns = {
  students: "name, class, mark",
  clays: "code, name, cones, fired; also dark",
  glazes: "code, name, kind, raw, cones; also food, stock, runner, coats, atmosphere, ml, level, state",
  readings: "code, l, a, b; also half, coats: a colorimeter's list",
  tiles: "code, clay, cone, stack, fired; also textured, atmosphere, place",
};
const signs = { added: "+", changed: "≠", same: "=", refused: "✕" } as const;
const serious = computed(() => (preview.value?.refused.length ?? 0) > 0);
const news = computed(() => (preview.value?.added ?? 0) + (preview.value?.changed ?? 0));

async function send(apply: boolean) {
  return attempt(
    answer(
      api.POST("/imports", {
        body: {
          kind: props.kind,
          text: text.value,
          apply,
          clay: clay.value || undefined,
          cone: cone.value || undefined,
        },
      }),
    ),
  );
}
async function read(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  const bytes = new Uint8Array(await file.arrayBuffer());
  try {
    text.value = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    input.value = "";
    return say(
      'The list is not UTF-8 text: in the spreadsheet choose "CSV UTF-8" and save it again.',
      "error",
    );
  }
  preview.value = await send(false);
}
async function take() {
  const done = await send(true);
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
    width="660px"
    align-center
    @close="emit('close')"
  >
    <div class="bring">
      <p>
        A CSV file whose first row names the columns: <b>{{ columns[kind] }}</b>. Others are ignored.
      </p>
      <label>File <input type="file" accept=".csv,text/csv,text/plain" @change="read" /></label>
      <div v-if="kind === 'students' && clays.length" class="new">
        New classes glaze
        <ClaySelect
          v-model="clay"
          aria-label="Clay of new classes"
          @change="text && send(false).then((p) => (preview = p))"
        />
      </div>
      <template v-if="preview">
        <p class="sum num" role="status">
          <b>{{ preview.added }}</b> added, <b>{{ preview.changed }}</b> changed,
          <b>{{ preview.same }}</b> the same,
          <b>{{ preview.rows.filter((r) => r.change === "refused").length }}</b> refused
          <template v-if="preview.newClasses?.length">; new: {{ preview.newClasses.join(", ") }}</template>
        </p>
        <ul v-if="serious" class="refused" aria-label="Refused" tabindex="0">
          <li v-for="(r, i) in preview.refused" :key="i">
            Row {{ r.row }}, {{ r.column }}: {{ r.expected }}
          </li>
        </ul>
        <ol class="rows" tabindex="0" aria-label="Rows of the list">
          <li v-for="r in preview.rows" :key="r.row" :class="r.change">
            <b>{{ signs[r.change] }}</b> {{ r.text }} <span class="soft">{{ r.change }}</span>
          </li>
        </ol>
      </template>
    </div>
    <template #footer>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :disabled="!preview || serious || !news" @click="take"
        >Import the list</el-button
      >
    </template>
  </el-dialog>
</template>

<style scoped>
.bring {
  display: grid;
  gap: 12px;
}
label {
  font-weight: 600;
}
.new {
  display: flex;
  gap: 10px;
  align-items: center;
}
.new .el-select {
  width: 260px;
}
ul.refused {
  border: 2px solid var(--ink);
  padding: 8px 12px;
  max-height: 190px;
  overflow: auto;
}
.rows .refused {
  font-weight: 600;
}
.rows {
  max-height: 240px;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--paper);
}
.rows li {
  padding: 3px 10px;
  border-bottom: 1px solid #e2e2e2;
}
.rows b {
  display: inline-block;
  width: 20px;
}
.rows .soft {
  float: right;
}
</style>

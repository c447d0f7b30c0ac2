<script setup lang="ts">
import { ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk, useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** Which brushes of the room carry which numbers: then they are put out and counted back by number. */
const open = defineModel<boolean>({ required: true });
const kinds = ["25 mm flat", "12 mm flat", "6 mm round", "2 mm liner", "soft fan"];
const asks = useAsks();
const query = useAsk(queries.brushes());
const changed = useChanged();
const rows = ref<Schemas["NumberedBrushes"][]>([]);
const refused = ref("");
watch([open, () => query.data.value], () => {
  rows.value = (query.data.value ?? []).map((r) => ({ ...r }));
  refused.value = "";
});
function add() {
  const from = Math.max(0, ...rows.value.map((r) => r.to)) + 1;
  rows.value.push({ brush: kinds[1]!, from, to: from + 11 });
}
async function save() {
  refused.value = "";
  try {
    await answer(api.PUT("/brushes", { body: rows.value }));
    await changed("brushes");
    open.value = false;
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
</script>

<template>
  <el-dialog v-model="open" title="Brushes by number" width="560px" align-center>
    <AskGate :asks="asks">
      <p class="soft">
        Where handles carry numbers, brushes are put out and counted back one by one. Without any line here
        they are counted by kind.
      </p>
      <ul>
        <li v-for="(r, i) in rows" :key="i" class="num">
          <el-select v-model="r.brush" :aria-label="`Kind of line ${i + 1}`">
            <el-option v-for="k in kinds" :key="k" :value="k" :label="k" />
          </el-select>
          <el-input-number
            v-model="r.from"
            :min="0"
            :max="9999"
            :controls="false"
            :aria-label="`From, line ${i + 1}`"
          />
          <span>to</span>
          <el-input-number
            v-model="r.to"
            :min="0"
            :max="9999"
            :controls="false"
            :aria-label="`To, line ${i + 1}`"
          />
          <el-button text :aria-label="`Remove line ${i + 1}`" @click="rows.splice(i, 1)">Remove</el-button>
        </li>
      </ul>
      <el-button @click="add">Add a kind</el-button>
      <p v-if="refused" role="alert" class="refused">{{ refused }}</p>
    </AskGate>
    <template #footer>
      <el-button @click="open = false">Cancel</el-button>
      <el-button type="primary" @click="save">Save</el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
ul {
  margin: 10px 0;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  grid-template-columns: 1fr 84px auto 84px auto;
  gap: 8px;
  align-items: center;
}
.el-input-number {
  width: 84px;
}
.refused {
  margin-top: 10px;
  border-left: 4px solid var(--ink);
  padding-left: 10px;
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import ResultsTabs from "@/results/ResultsTabs.vue";
import { sayStack } from "@/lib/stack";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useSession } from "@/lib/useSession";
import StackRow from "@/results/StackRow.vue";
import { attempt, say } from "@/ui/messages";
import { useKeys } from "@/ui/useKeys";

/** What became of each stack on its ground: what most surely comes out sound stands first. */
type Stack = Schemas["StackRecord"];
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const changed = useChanged();
const stacks = useAsk(queries.stacks());
const search = ref("");
const shown = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean);
  return (stacks.data.value ?? []).filter((s) =>
    words.every((w) => `${s.title} ${s.clay} cone ${s.cone}`.toLowerCase().includes(w)),
  );
});
const avoiding = ref<Stack>();
const reason = ref("");
async function avoid(s: Stack, why?: string) {
  const done = await attempt(
    answer(api.POST("/results/stacks", { body: { key: s.key, reason: why } })).then(() => true),
  );
  if (!done) return;
  avoiding.value = undefined;
  say(why ? `${sayStack(s.stack)}: avoided from now on.` : `${sayStack(s.stack)}: wanted again.`);
  await changed("avoided");
}
/** The row that keys are for. */
const at = ref(0);
watch(shown, (all) => (at.value = Math.max(0, Math.min(at.value, all.length - 1))));
const step = (by: number) => (at.value = Math.max(0, Math.min(at.value + by, shown.value.length - 1)));
/** The tile that was made last: a slip is undone where it happened. */
const hung = ref<Schemas["Tile"]>();
/** All colours that were read of a stack become one tile, with how far they lie apart. */
async function hang(s?: Stack) {
  if (!s || !teaches.value) return;
  const made = await attempt(answer(api.PUT("/results/stacks", { body: { key: s.key } })));
  if (!made) return;
  hung.value = made;
  await changed("tile");
}
async function takeDown() {
  const tile = hung.value;
  if (!tile) return;
  const path = { params: { path: { code: tile.code } } };
  if (!(await attempt(answer(api.DELETE("/tiles/{code}", path)).then(() => true)))) return;
  hung.value = undefined;
  await changed("tile");
}
useKeys({
  ArrowDown: () => step(1),
  ArrowUp: () => step(-1),
  t: () => void hang(shown.value[at.value]),
  u: () => void takeDown(),
});
function ask(s: Stack) {
  avoiding.value = s;
  reason.value = s.avoid ?? "";
}
</script>

<template>
  <div class="head">
    <div>
      <h1>What became of each stack</h1>
      <p class="soft">Few firings never beat many: the range says where the share of sound ones lies.</p>
    </div>
    <el-input
      v-model="search"
      class="search"
      placeholder="glaze, clay, cone"
      aria-label="Search stacks"
      clearable
    />
  </div>
  <ResultsTabs />
  <p v-if="hung" class="hung" role="status">
    Tile {{ hung.code }} hangs on the wall, averaged from {{ hung.samples?.length ?? 0 }}.
    <el-button size="small" @click="takeDown">Undo <kbd>u</kbd></el-button>
  </p>
  <ol v-if="shown.length" class="stacks">
    <StackRow
      v-for="(s, n) in shown"
      :key="s.key"
      :of="s"
      :teaches="teaches"
      :chosen="n === at"
      @choose="at = n"
      @hang="hang(s)"
      @avoid="ask(s)"
      @use="avoid(s)"
    />
  </ol>
  <p v-else-if="!stacks.isPending.value" class="empty">
    {{
      search
        ? "No stack is called so."
        : "Nothing came out of the kiln yet. Stacks stand here with what became of them."
    }}
  </p>
  <el-dialog
    :model-value="!!avoiding"
    title="Not wanted again"
    width="420px"
    align-center
    @close="avoiding = undefined"
  >
    <form v-if="avoiding" class="ask" @submit.prevent="avoid(avoiding, reason.trim())">
      <p>{{ avoiding.title }}</p>
      <label>Why<el-input v-model="reason" name="avoid-reason" maxlength="200" required /></label>
      <p class="soft">It stays in the list, struck through, with your reason.</p>
      <el-button type="primary" native-type="submit" :disabled="!reason.trim()">Save</el-button>
    </form>
  </el-dialog>
</template>

<style scoped>
.search {
  width: 240px;
}
.stacks {
  display: grid;
  gap: 8px;
}
.hung {
  margin-bottom: 12px;
}
.ask {
  display: grid;
  gap: 12px;
}
.ask label {
  display: grid;
  gap: 3px;
  font-weight: 600;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import ResultsTabs from "@/results/ResultsTabs.vue";
import { sayStack } from "@/lib/stack";
import { queries, useChanged } from "@/lib/queries";
import { useSession } from "@/lib/useSession";
import GlazeFace from "@/ui/GlazeFace.vue";
import { attempt, say } from "@/ui/messages";

/** What became of each stack on its ground: what most surely comes out sound stands first. */
type Stack = Schemas["StackRecord"];
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const changed = useChanged();
const stacks = useQuery(queries.stacks());
const search = ref("");
const shown = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean);
  return (stacks.data.value ?? []).filter((s) =>
    words.every((w) => `${s.title} ${s.clay} cone ${s.cone}`.toLowerCase().includes(w)),
  );
});
const hundred = (share: number) => Math.round(share * 100);
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
  <ol v-if="shown.length" class="stacks">
    <li v-for="s in shown" :key="s.key" class="sheet" :class="{ avoid: s.avoid }">
      <span class="face"><GlazeFace :raw="s.raw" :fired="s.look" colours="fired" /></span>
      <div class="what">
        <h2>{{ sayStack(s.stack) }}</h2>
        <p class="soft">
          {{ s.title }} · {{ s.clay }}, {{ s.textured ? "textured" : "smooth" }}, cone {{ s.cone
          }}{{ s.atmosphere === "reduction" ? ", reduction" : "" }}
        </p>
        <p v-if="s.avoid" class="why">Avoided: {{ s.avoid }}</p>
        <p v-if="s.advice">
          <b>{{ s.advice }}</b>
        </p>
      </div>
      <div class="sound">
        <template v-if="s.judged">
          <b class="num">{{ s.sound }} of {{ s.judged }}</b> sound
          <span
            class="range"
            :style="{ '--from': `${hundred(s.least)}%`, '--to': `${hundred(s.most)}%` }"
            role="img"
            :aria-label="`Between ${hundred(s.least)} and ${hundred(s.most)} in 100, four times of five`"
          />
          <span class="soft num">{{ hundred(s.least) }} to {{ hundred(s.most) }} in 100</span>
        </template>
        <span v-else class="soft">{{ s.fired }} fired, nobody looked yet</span>
      </div>
      <div class="more">
        <p v-for="f in s.faults" :key="f.name" class="num">{{ f.count }} × {{ f.name }}</p>
        <p v-for="f in s.flows" :key="f.name" class="soft num">{{ f.count }} × {{ f.name }}</p>
        <p v-if="s.said" class="num">{{ s.again }} of {{ s.said }} would repeat it</p>
      </div>
      <div class="pictures">
        <a
          v-for="id in s.pictures.slice(-2)"
          :key="id"
          :href="`/api/photographs/${id}/picture`"
          target="_blank"
          ><img :src="`/api/photographs/${id}/picture`" :alt="`A piece with ${sayStack(s.stack)}`"
        /></a>
      </div>
      <div class="acts">
        <span v-if="s.tile" class="soft">tile {{ s.tile }}</span>
        <template v-if="teaches">
          <el-button v-if="s.avoid" size="small" @click="avoid(s)">Use it again</el-button>
          <el-button v-else size="small" @click="ask(s)">Avoid it</el-button>
        </template>
      </div>
    </li>
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
.stacks > li {
  display: grid;
  grid-template-columns: 66px minmax(200px, 1.5fr) 190px minmax(150px, 1fr) auto 108px;
  gap: 16px;
  align-items: center;
  padding: 8px 14px 8px 8px;
  min-height: 72px;
}
.face {
  height: 56px;
}
h2 {
  margin: 0;
  font-size: 16px;
}
.what p,
.more p {
  margin: 0;
  line-height: 1.3;
}
.avoid h2 {
  text-decoration: line-through;
}
.sound {
  display: grid;
  gap: 3px;
}
.range {
  display: block;
  height: 8px;
  background: linear-gradient(
    90deg,
    var(--line) var(--from),
    var(--ink) var(--from),
    var(--ink) var(--to),
    var(--line) var(--to)
  );
}
.pictures {
  display: flex;
  gap: 6px;
}
.pictures img {
  width: 66px;
  height: 56px;
  object-fit: cover;
}
.acts {
  display: grid;
  gap: 4px;
  justify-items: end;
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
@media (max-width: 1100px) {
  .stacks > li {
    grid-template-columns: 66px 1fr 1fr;
  }
}
</style>

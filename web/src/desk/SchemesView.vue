<script setup lang="ts">
import TurnButton from "@/round/TurnButton.vue";
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { answer, api, type Schemas } from "@/api/client";
import SchemeVote from "@/desk/SchemeVote.vue";
import HalfSection from "@/ui/HalfSection.vue";
import { useDesk } from "@/desk/useDesk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { useKeys } from "@/ui/useKeys";
import { attempt } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { sayStack } from "@/lib/stack";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { mL } from "@/ui/figures";
import AskGate from "@/ui/AskGate.vue";

/** Up to three schemes for one piece side by side; the first is the plan. */
const props = defineProps<{ id: string }>();
const screen = useScreen();
const router = useRouter();
const client = useQueryClient();
const changed = useChanged();
const { detail, piece } = useDesk(() => props.id);
const query = useAsk(computed(() => queries.schemes(props.id)));
const schemes = computed(() => query.data.value ?? []);
const at = ref(1);
const big = ref(false);
const letter = (slot: number) => "ABC"[slot - 1] ?? "";

async function take(call: Promise<Schemas["Scheme"][]>) {
  const all = await attempt(call);
  if (!all) return;
  client.setQueryData(queries.schemes(props.id).queryKey, all);
  void changed("own", "scheme");
  if (!all.some((s) => s.slot === at.value)) at.value = 1;
}
const path = (slot: number) => ({ params: { path: { id: props.id, slot } } });
const act = (slot: number, what: "turn" | "pick") =>
  take(answer(api.PUT("/pieces/{id}/schemes/{slot}", { ...path(slot), body: { act: what } })));
const add = () => take(answer(api.POST("/pieces/{id}/schemes", { params: { path: { id: props.id } } })));
const drop = (slot: number) => take(answer(api.DELETE("/pieces/{id}/schemes/{slot}", path(slot))));
function move(by: number) {
  const slots = schemes.value.map((s) => s.slot);
  at.value = slots[(slots.indexOf(at.value) + by + slots.length) % slots.length] ?? 1;
}
const stacks = (s?: Schemas["Scheme"]) => JSON.stringify(s?.surfaces.map((x) => [x.bare, x.stack]));
const same = (s: Schemas["Scheme"]) => stacks(s) === stacks(schemes.value[0]);
const count = (s: Schemas["Scheme"], severity: string) =>
  s.findings.filter((f) => f.severity === severity).length;
useKeys({
  ArrowLeft: () => move(-1),
  ArrowRight: () => move(1),
  n: () => void add(),
  r: () => void act(at.value, "turn"),
  p: () => at.value > 1 && void act(at.value, "pick"),
  Delete: () => at.value > 1 && void drop(at.value),
  w: () => (big.value = !big.value),
  Escape: () => (big.value ? (big.value = false) : void router.push(`/plan/${props.id}`)),
});
</script>

<template>
  <div v-if="piece && detail.data.value" :class="{ big }">
    <div class="head">
      <div>
        <p class="soft">
          <PlaceLink to="/plan">Plan</PlaceLink> ·
          <PlaceLink :to="`/plan/${id}`">{{ piece.title }}</PlaceLink>
        </p>
        <h1>
          {{ piece.student }} <span class="mark">{{ piece.mark }}</span>:
          {{ schemes.length === 1 ? "one scheme" : `${schemes.length} schemes` }}
        </h1>
      </div>
      <div class="acts">
        <el-button :disabled="schemes.length > 2" @click="add">Add a rotated copy <kbd>n</kbd></el-button>
        <el-button :aria-pressed="big" @click="big = !big"
          >{{ big ? "Back to the desk" : "Show the class" }} <kbd>w</kbd></el-button
        >
      </div>
    </div>
    <AskGate><SchemeVote :piece="id" :schemes="schemes.length" /></AskGate>
    <ol class="row" aria-label="Schemes side by side">
      <li v-for="s in schemes" :key="s.slot" :class="{ at: s.slot === at }">
        <button type="button" class="name" :aria-pressed="s.slot === at" @click="at = s.slot">
          <b>{{ letter(s.slot) }}</b>
          {{ s.slot === 1 ? "the plan" : same(s) ? "the plan once more, to be turned" : "kept beside it" }}
        </button>
        <div class="paper">
          <HalfSection
            :drawing="detail.data.value.drawing"
            :surfaces="detail.data.value.surfaces"
            :states="s.surfaces"
            :colours="screen.colours"
            :band-mm="s.bandMM"
            plain
          />
          <TurnButton
            :detail="detail.data.value"
            :states="s.surfaces"
            :name="`Turntable of ${letter(s.slot)}`"
          />
        </div>
        <ul class="stacks" :aria-label="`Stacks of ${letter(s.slot)}`">
          <li v-for="x in s.surfaces.filter((y) => y.stack.length)" :key="x.id">
            <i
              :style="{ background: (screen.colours === 'chalk' ? x.raw : x.fired) ?? undefined }"
              :class="{ unknown: screen.colours === 'fired' && !x.fired }"
              aria-hidden="true"
            />
            <b>{{ x.name }}</b> <span class="num">{{ sayStack(x.stack) }}</span>
          </li>
        </ul>
        <template v-if="!big">
          <p class="num says">
            <template v-if="!s.findings.length">● Nothing known speaks against it.</template>
            <template v-else>
              <b v-if="count(s, 'stop')">✕ {{ count(s, "stop") }} to stop </b>
              <b v-if="count(s, 'warn')">▲ {{ count(s, "warn") }} to look at </b>
              <span v-if="count(s, 'note')">– {{ count(s, "note") }} to know</span>
            </template>
          </p>
          <ul class="findings">
            <li v-for="(f, i) in s.findings.slice(0, 2)" :key="i">{{ f.text }}</li>
          </ul>
          <p class="num soft">{{ s.amounts.map((a) => `${a.glaze} ${mL(a.ml)}`).join(", ") }}</p>
          <div class="acts">
            <el-button size="small" @click="act(s.slot, 'turn')"
              >Rotate the colours <kbd v-if="s.slot === at">r</kbd></el-button
            >
            <el-button v-if="s.slot > 1" size="small" type="primary" @click="act(s.slot, 'pick')"
              >Choose this scheme <kbd v-if="s.slot === at">p</kbd></el-button
            >
            <el-button v-if="s.slot > 1" size="small" @click="drop(s.slot)">Delete</el-button>
          </div>
        </template>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 14px;
  margin-top: 12px;
}
li.at {
  outline: 3px solid var(--ink);
  outline-offset: 4px;
}
.row > li {
  display: grid;
  gap: 8px;
  align-content: start;
}
.name {
  border: 0;
  background: none;
  text-align: left;
  font-size: 17px;
  padding: 4px 0;
  cursor: pointer;
}
.paper {
  background: var(--paper);
  border: 1px solid var(--line);
  height: 250px;
}
.stacks li {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
.stacks i {
  width: 26px;
  height: 18px;
  border: 1px solid #555;
}
.unknown {
  background: repeating-linear-gradient(45deg, #efefef 0 4px, #555 4px 5px);
}
.big .stacks li {
  font-size: 20px;
}
.findings {
  font-size: 14px;
  display: grid;
  gap: 4px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.acts .el-button + .el-button {
  margin-left: 0;
}
.mark {
  font-weight: 350;
}
.big .paper {
  height: calc(100vh - 400px);
}
.big li.at {
  outline: 0;
}
.big .name {
  font-size: 30px;
}
@media (max-width: 900px) {
  .row {
    grid-auto-flow: row;
  }
}
.paper {
  position: relative;
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import LoadLeft from "@/kiln/LoadLeft.vue";
import LoadOut from "@/kiln/LoadOut.vue";
import LoadRisks from "@/kiln/LoadRisks.vue";
import LoadTiles from "@/kiln/LoadTiles.vue";
import LoadPiece from "@/kiln/LoadPiece.vue";
import ShelfPlan from "@/kiln/ShelfPlan.vue";
import StackSide from "@/kiln/StackSide.vue";
import { shelfName } from "@/kiln/shapes";
import { useLoadPlan } from "@/kiln/useLoadPlan";
import { useByHand } from "@/kiln/useByHand";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mm } from "@/ui/figures";
import { dayAndClock } from "@/ui/moments";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import { ask, say } from "@/ui/messages";
import { useKeys } from "@/ui/useKeys";
import AskGate from "@/ui/AskGate.vue";

/** A load by hand: the stack from the side, one shelf from above, and what found no place. */
const route = useRoute();
const router = useRouter();
const screen = useScreen();
const session = useSession();
const id = computed(() => String(route.params.load));
const load = useLoadPlan(id);
const plan = load.plan;
const teaches = computed(() => session.data.value?.role === "teacher" && !plan.value?.firedAt);
const level = ref(0);
const chosen = ref("");
const hand = useByHand(load, level, chosen, teaches);
const colours = computed(() => (screen.colours === "chalk" ? "raw" : "fired"));

const pieces = computed(
  () => plan.value?.levels.flatMap((l) => l.pieces).filter((p) => !p.lid && !p.tile) ?? [],
);
const many = (of: typeof pieces.value) => of.reduce((n, p) => n + 1 + (p.piled?.length ?? 0), 0);
const inside = computed(() => many(pieces.value.filter((p) => p.in)));
const count = computed(() => many(pieces.value));
const posts = computed(() => plan.value?.levels[level.value]?.postsMM ?? []);
watch(plan, (now) => {
  if (now && level.value >= now.levels.length) level.value = Math.max(0, now.levels.length - 1);
});

async function throwAway() {
  if (!(await ask("Delete this plan?", "The pieces wait for another load.", "Delete"))) return;
  if (await load.drop()) {
    say("The plan is gone.");
    await router.push("/kiln");
  }
}
function go(to: number, piece: string) {
  level.value = to;
  chosen.value = piece;
}
useKeys(hand.keys);
</script>

<template>
  <div v-if="plan" class="load">
    <div class="head">
      <div>
        <p class="soft"><PlaceLink to="/kiln">Kiln</PlaceLink> · {{ plan.kiln.kiln.name }}</p>
        <h1>{{ plan.name }}, cone {{ plan.cone }}</h1>
        <p class="soft">
          {{ count }} {{ count === 1 ? "piece" : "pieces" }} on {{ plan.levels.length }}
          {{ plan.levels.length === 1 ? "shelf" : "shelves" }}, {{ Math.round(plan.share * 100) }} % full;
          {{ inside }} stand in the kiln<template v-if="plan.firedAt"
            >, fired {{ dayAndClock(plan.firedAt) }}</template
          >.
        </p>
      </div>
      <div class="ways">
        <PlaceLink :to="`/kiln/load/${id}/sheets`">On paper, to load by</PlaceLink>
        <template v-if="teaches">
          <el-button @click="load.act({ act: plan.tablets ? 'hide' : 'show' })">
            {{ plan.tablets ? "Close on the tablets" : "Open on the tablets" }}
          </el-button>
          <el-button v-if="!inside" @click="throwAway">Delete the plan</el-button>
          <el-button v-if="plan.searching === undefined" @click="load.act({ act: 'longer' })"
            >Plan longer</el-button
          >
          <el-button v-else @click="load.act({ act: 'stop' })">Stop planning</el-button>
          <el-button type="primary" @click="hand.again">Plan the rest again</el-button>
        </template>
      </div>
    </div>
    <el-progress
      v-if="plan.searching !== undefined"
      :percentage="Math.round(plan.searching * 100)"
      aria-label="How far the longer search is"
    />
    <div class="board">
      <section class="side" aria-labelledby="stack">
        <h2 id="stack">The stack</h2>
        <StackSide :plan="plan" :level="level" :colours="colours" @choose="level = $event" />
      </section>
      <section v-if="plan.levels[level]" class="above" aria-labelledby="above">
        <div class="title">
          <h2 id="above">{{ shelfName(plan, level) }} from above</h2>
          <span class="soft">{{
            posts.length ? `on posts of ${posts.map(mm).join(" + ")}` : "the lowest"
          }}</span>
          <span class="steps">
            <el-button size="small" :disabled="level === 0" @click="level--">Lower</el-button>
            <el-button size="small" :disabled="level + 1 >= plan.levels.length" @click="level++"
              >Higher</el-button
            >
          </span>
        </div>
        <ShelfPlan
          :plan="plan"
          :level="level"
          :chosen="chosen"
          :colours="colours"
          :still="!teaches"
          @choose="chosen = $event"
          @drop="(piece, x, y, turn) => load.act({ act: 'drop', piece, level, x, y, turn })"
        />
        <p class="soft legend">
          Drop: may run. ×2, ×3: a pile. Pale ring: a cookie. Flag: wanted by a day. Cross: locked. Dashed:
          where it may not stand. The front of the kiln is below.
        </p>
      </section>
      <aside>
        <LoadOut
          v-if="plan.firedAt && session.data.value?.role === 'teacher'"
          :plan="plan"
          :chosen="chosen"
          :level="level"
          @go="go"
        />
        <LoadPiece
          v-if="!plan.firedAt"
          :plan="plan"
          :chosen="chosen"
          :level="level"
          :teaches="teaches"
          :hand="hand"
        />
        <AskGate v-if="!plan.firedAt"
          ><LoadLeft :plan="plan" :level="level" :teaches="teaches" @put="hand.put"
        /></AskGate>
        <AskGate v-if="teaches"><LoadRisks :load="id" /></AskGate>
        <LoadTiles v-if="teaches && plan.levels.length" :plan="plan" :act="load.act" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
  justify-content: end;
}
.ways .el-button {
  margin: 0;
}
.board {
  display: grid;
  grid-template-columns: minmax(170px, 220px) minmax(420px, 1fr) minmax(220px, 270px);
  gap: 18px;
  align-items: start;
  margin-top: 12px;
}
.side .stack {
  height: min(64vh, 560px);
  margin-top: 8px;
}
.above .shelf {
  max-height: min(56vh, 620px);
  margin-top: 8px;
}
.title {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.steps {
  margin-left: auto;
  white-space: nowrap;
}
.title h2,
.title .soft {
  white-space: nowrap;
}
.legend {
  margin-top: 6px;
}
aside {
  display: grid;
  gap: 16px;
}
@media (max-width: 1000px) {
  .board {
    grid-template-columns: minmax(150px, 200px) 1fr;
  }
  aside {
    grid-column: 1 / -1;
  }
}
</style>

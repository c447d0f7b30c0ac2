<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Piece, type Schemas } from "@/api/client";
import PlanLoad from "@/kiln/PlanLoad.vue";
import HeldBack from "@/kiln/HeldBack.vue";
import LoadShelf from "@/kiln/LoadShelf.vue";
import { useGuide, useLoads } from "@/lib/useLists";
import { useLog, usePieces } from "@/lib/usePieces";
import PieceSketch from "@/ui/PieceSketch.vue";
import { saidOf, type Step } from "@/kiln/steps";
import { measures } from "@/lib/measures";
import { useNow } from "@/lib/useNow";
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";
import { ask, attempt, attemptWithReason, say } from "@/ui/messages";
import { useChanged } from "@/lib/queries";
import { dayAndClock } from "@/ui/moments";

const log = useLog();
const now = useNow();
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const changed = useChanged();
const loads = useLoads();
const guide = useGuide();
const { pieces, isPending } = usePieces();

const fit = computed(() => pieces.value.filter((p) => p.fit));
/** Greenware to be fired to bisque stands by itself, whatever its cone. */
const groups = computed(() =>
  [...Map.groupBy(fit.value, (p) => `${p.nextCone}${p.ware === "greenware" ? " bisque" : ""}`)].map(
    ([key, list]) => ({ key, cone: list[0]!.nextCone, bisque: key.endsWith(" bisque"), list }),
  ),
);
const wares = (cone: string) => groups.value.filter((g) => g.cone === cone).length;
const open = computed(() => (loads.data.value ?? []).filter((l) => !l.unloadedAt));
/** What came out last, while that can be taken back. */
const unloaded = computed(() =>
  (loads.data.value ?? [])
    .filter((l) => l.unloadedAt && now.value - Date.parse(l.unloadedAt) < 2 * 24 * 3600_000)
    .reverse(),
);
const out = ref(new Set<string>());

function hot(cone: string) {
  const c = guide.data.value?.cones.find((x) => x.cone === cone);
  if (!c) return "";
  return measures.value.heat === "F" ? `${c.fahrenheit} °F at 108 °F/h` : `${c.celsius} °C at 60 °C/h`;
}
/** What goes into the fire that is no bisque to be glazed. */
const wareOf = (p: Piece) =>
  p.ware === "greenware" ? ", greenware" : p.ware === "glazed" ? ", for another firing" : "";
const refresh = () => changed("load", "own");
/** An open load takes pieces that are fired as it is, where it is of theirs or of all. */
const takes = (l: Schemas["Load"], list: Piece[]) =>
  l.cone === list[0]?.nextCone &&
  !l.firedAt &&
  (l.bisque === undefined || list.every((p) => (p.ware === "greenware") === l.bisque)) &&
  (!l.class || list.every((p) => p.class === l.class));
async function put(cone: string, list: Piece[]) {
  const chosen = list.filter((p) => !out.value.has(p.id));
  const into = open.value.find((l) => takes(l, chosen));
  const load = await attempt(
    answer(
      api.POST("/loads", {
        body: { load: into?.id, cone, pieces: chosen.map((p) => ({ id: p.id, seen: p.seq })) },
      }),
    ),
  );
  if (load) say(`${chosen.length} pieces stand in ${load.name}.`);
  await refresh();
}
async function pass(load: Schemas["Load"], step: Step, kiln?: string) {
  const n = load.pieces.length;
  if (step === "fire") {
    const lacks = (load.planned ?? n) - n;
    const waits = lacks > 0 ? ` ${lacks} more of its plan ${lacks === 1 ? "is" : "are"} not in it.` : "";
    const text = `${n} ${n === 1 ? "piece" : "pieces"}, cone ${load.cone}.${waits} It can be undone until the load is unloaded.`;
    if (!(await ask(`Was ${load.name} fired?`, text, "Mark as fired"))) return;
  }
  const params = { params: { path: { id: load.id } } };
  const now = await attemptWithReason("The kiln is hot", (why) =>
    answer(
      step === "fire"
        ? api.POST("/loads/{id}/fire", { params: { ...params.params, query: kiln ? { kiln } : {} } })
        : step === "unload"
          ? api.POST("/loads/{id}/unload", { params: { ...params.params, query: why ? { why } : {} } })
          : api.POST("/loads/{id}/back", params),
    ),
  );
  if (now) say(saidOf(load, step));
  await refresh();
}
async function takeOut(piece: string) {
  await attempt(log.mutateAsync([{ kind: "takeout", piece }]));
  await refresh();
}
function toggle(id: string) {
  if (!out.value.delete(id)) out.value.add(id);
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Kiln</h1>
      <p class="soft">One cone a load. Nothing unfinished, nothing unchecked, nothing damp.</p>
    </div>
    <p class="ways">
      <PlaceLink to="/kiln/term">The term's loads</PlaceLink>
      <PlaceLink to="/kiln/kilns">Kilns and their shelves</PlaceLink>
      <PlaceLink to="/kiln/ready">What every piece waits for</PlaceLink>
    </p>
  </div>
  <p class="caution">
    Hot, and it fumes: only the person in charge opens it. Ventilation, distance and local rules come first.
  </p>
  <section v-if="open.length" aria-labelledby="loads">
    <h2 id="loads">Loads</h2>
    <LoadShelf
      v-for="l in open"
      :key="l.id"
      :load="l"
      :pieces="pieces.filter((p) => p.load === l.id)"
      :hot="hot(l.cone)"
      :teaches="teaches"
      @fire="pass(l, 'fire', $event)"
      @unload="pass(l, 'unload')"
      @back="pass(l, 'back')"
      @take-out="takeOut"
    />
  </section>
  <section v-if="teaches && unloaded.length" aria-labelledby="unloaded">
    <h2 id="unloaded">Unloaded</h2>
    <p v-for="l in unloaded" :key="l.id" class="unloaded">
      <b>{{ l.name }}</b>
      <span class="soft num"
        >{{ l.pieces.length }} pieces, {{ dayAndClock(l.unloadedAt!)
        }}{{ l.hot ? `; opened hot: ${l.hot}` : "" }}</span
      >
      <el-button size="small" :aria-label="`Undo the unloading of ${l.name}`" @click="pass(l, 'back')"
        >Undo unloading</el-button
      >
    </p>
  </section>
  <section v-for="{ key, cone, bisque, list } in groups" :key="key">
    <h2>
      May be fired: cone {{ cone }}<template v-if="bisque">, to bisque</template> {{ " "
      }}<span class="soft">{{ hot(cone) }}</span>
    </h2>
    <ul class="fit">
      <li v-for="p in list" :key="p.id">
        <button type="button" :aria-pressed="!out.has(p.id)" @click="toggle(p.id)">
          <PieceSketch :piece="p" />
          <span
            ><b>{{ p.student }} {{ p.mark }}</b
            ><br />{{ p.title }}{{ wareOf(p) }}</span
          >
        </button>
      </li>
    </ul>
    <div class="acts">
      <PlanLoad v-if="teaches" :cone="cone" :bisque="wares(cone) > 1 ? bisque : undefined" :pieces="list" />
      <el-button @click="put(cone, list)">
        Put {{ list.filter((p) => !out.has(p.id)).length }} into a cone {{ cone }} load
      </el-button>
    </div>
  </section>
  <p v-if="!fit.length && !isPending" class="soft none">No piece may be fired now.</p>
  <HeldBack :pieces="pieces" />
</template>

<style scoped>
section {
  margin-bottom: 26px;
}
h2 .soft {
  font-weight: 400;
}
.unloaded {
  display: flex;
  gap: 12px;
  align-items: center;
}
.fit {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(232px, 1fr));
  gap: 6px;
  margin: 8px 0 12px;
}
.fit button {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  text-align: left;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 6px 10px;
  min-height: 48px;
  cursor: pointer;
  font-size: 14px;
}
.fit button[aria-pressed="true"] {
  border-bottom: 5px solid var(--ink);
}
.fit button[aria-pressed="false"] {
  border-style: dashed;
  text-decoration: line-through;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
.none {
  margin-bottom: 20px;
}
</style>

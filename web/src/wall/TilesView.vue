<script setup lang="ts">
import { computed, ref } from "vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import FindPanel from "@/wall/FindPanel.vue";
import PinTray from "@/wall/PinTray.vue";
import TileCard from "@/ui/TileCard.vue";
import TileForm from "@/wall/TileForm.vue";
import TileSheet from "@/wall/TileSheet.vue";
import WallTools from "@/wall/WallTools.vue";
import { useKeys } from "@/ui/useKeys";
import { useClasses, useClays } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useConfusions, useHungTiles, useSight, useWall } from "@/wall/useWall";
import { tenth } from "@/ui/figures";
import AskGate from "@/ui/AskGate.vue";

const screen = useScreen();
const wall = useWall();
const tiles = useHungTiles();
const sight = useSight();
const classes = useClasses();
const clays = useClays();
const filter = ref<{ clay?: string; stock: boolean; food: boolean; words: string }>({
  stock: false,
  food: false,
  words: "",
});
const finding = ref(false);
const like = ref("");
const opened = ref("");
const typing = ref(false);

const chosen = computed(() => classes.byId.value.get(screen.classId));
/** The class's clay and cone, unless the teacher looks at another clay. */
const here = computed(() => ({
  clay: filter.value.clay ?? chosen.value?.clay ?? "",
  cone: filter.value.clay === undefined ? chosen.value?.cone : undefined,
}));
const all = computed(() => (tiles.data.value ?? []).map(sight.as));
const shown = computed(() =>
  all.value.filter(
    (t) =>
      (!here.value.clay || t.clay === here.value.clay) &&
      (!here.value.cone || t.cone === here.value.cone) &&
      (!filter.value.stock || t.inStock) &&
      (!filter.value.food || t.food) &&
      `${t.code} ${t.title}`.toLowerCase().includes(filter.value.words.trim().toLowerCase()),
  ),
);
const heading = computed(() => {
  const clayName = clays.data.value?.find((c) => c.code === here.value.clay)?.name ?? "every clay";
  return `${shown.value.length} on ${clayName}${here.value.cone ? `, cone ${here.value.cone}` : ""}`;
});
const confusions = useConfusions(() =>
  chosen.value ? { clay: chosen.value.clay, cone: chosen.value.cone } : undefined,
);
const confused = computed(() => (confusions.data.value ?? []).slice(0, 3));
function findLike(code: string) {
  opened.value = "";
  like.value = code;
  finding.value = true;
}
/** Hangs the wall by how near its tiles are to one of them. */
function nearest(to?: { code: string; fired: string }) {
  opened.value = "";
  if (to) wall.near = { hex: to.fired, name: to.code };
}
useKeys({ f: () => (finding.value = !finding.value), m: () => (wall.dense = !wall.dense) });
</script>

<template>
  <div class="head">
    <div>
      <h1>Tiles</h1>
      <p class="soft">{{ heading }}. A tile speaks only for its own clay, cone and coats.</p>
    </div>
    <nav class="ways" aria-label="The wall's tools">
      <el-button :type="finding ? 'primary' : 'default'" @click="finding = !finding"
        >Find a colour <kbd>f</kbd></el-button
      >
      <PlaceLink to="/tiles/matrix">Overlaps</PlaceLink>
      <PlaceLink to="/tiles/programme">Tiles to make</PlaceLink>
      <PlaceLink to="/tiles/read">Read a photograph</PlaceLink>
      <button type="button" @click="typing = true">Add by hand</button>
      <PlaceLink to="/tiles/chart">Print</PlaceLink>
    </nav>
  </div>
  <WallTools v-model="filter" @near="nearest(shown.find((t) => wall.pins.includes(t.code)) ?? shown[0])" />
  <p v-for="c in confused" :key="c.one + c.other" class="confused">
    <b>{{ c.one }}</b> and <b>{{ c.other }}</b>
    {{
      c.inTheJar
        ? `look alike in the jar (ΔE ${tenth(c.raw)}) and fire apart (${c.fired.toFixed(0)}): read the code.`
        : `look apart in the jar (ΔE ${c.raw.toFixed(0)}) and fire alike (${tenth(c.fired)}): one can stand in for the other.`
    }}
  </p>
  <div class="both" :class="{ finding }">
    <ul v-if="shown.length" class="wall" :class="{ dense: wall.dense }" aria-label="Fired tiles">
      <li v-for="t in shown" :key="t.code">
        <button
          type="button"
          :data-code="t.code"
          :aria-pressed="wall.pins.includes(t.code)"
          @click="opened = t.code"
        >
          <TileCard
            :tile="t"
            :colours="screen.colours"
            :dense="wall.dense"
            :alike="sight.seen.value.get(t.code)?.alike"
          />
        </button>
      </li>
    </ul>
    <p v-else class="empty">
      No tile here yet. <PlaceLink to="/tiles/read">Read a photograph of a rack</PlaceLink>,
      <PlaceLink to="/classes">bring a tile list</PlaceLink>, or glaze a first piece and make it a tile when
      it comes out.
    </p>
    <AskGate v-if="finding"
      ><FindPanel
        :tiles="all"
        :class-id="screen.classId"
        :from="like"
        @close="finding = false"
        @open="opened = $event"
    /></AskGate>
  </div>
  <PinTray :tiles="all" />
  <TileSheet v-if="opened" :code="opened" @close="opened = ''" @like="findLike" @near="nearest" />
  <TileForm v-if="typing" :clay="here.clay" :cone="here.cone" @close="typing = false" />
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
.ways button:not(.el-button) {
  border: 0;
  background: none;
  padding: 0;
  text-decoration: underline;
  cursor: pointer;
  min-height: 38px;
}
.confused {
  border-left: 4px double var(--ink);
  padding: 2px 12px;
  font-size: 14px;
  margin-bottom: 8px;
}
.both.finding {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 0 18px;
}
.wall {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(176px, 1fr));
  gap: 14px;
  background: var(--wall);
  padding: 18px;
  margin: 0 -26px -48px;
  min-height: 60vh;
  align-content: start;
}
.finding .wall {
  margin-right: 0;
}
.wall.dense {
  grid-template-columns: repeat(auto-fill, minmax(92px, 1fr));
  gap: 6px;
}
.wall li {
  display: grid;
  content-visibility: auto;
  contain-intrinsic-size: 176px 190px;
}
.wall.dense li {
  contain-intrinsic-size: 92px 96px;
}
.wall button {
  display: grid;
  border: 0;
  padding: 0;
  background: none;
  cursor: pointer;
}
.wall button[aria-pressed="true"] {
  outline: 4px solid var(--ink);
}
.empty {
  padding: 40px 0;
  font-size: 17px;
}
@media (max-width: 900px) {
  .wall {
    margin: 0 -14px -48px;
  }
  .both.finding {
    grid-template-columns: 1fr;
  }
}
</style>

<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from "vue";
import { useScroll } from "@vueuse/core";
import PlaceLink from "@/ui/PlaceLink.vue";
import MatrixCell from "@/wall/MatrixCell.vue";
import TileSheet from "@/wall/TileSheet.vue";
import { useClasses, useClays, useGlazes } from "@/lib/useLists";
import { useMatrix } from "@/wall/useMatrix";
import { useScreen } from "@/lib/useScreen";
import ClaySelect from "@/ui/ClaySelect.vue";
import ConeSelect from "@/ui/ConeSelect.vue";

/** Columns go on to the right beyond what is in sight: that is said. */
const region = ref<HTMLElement>();
const { arrivedState, measure } = useScroll(region);
const screen = useScreen();
const classes = useClasses();
const clays = useClays();
const glazes = useGlazes();
const ground = reactive({
  clay: "",
  cone: "",
  atmosphere: "oxidation" as "oxidation" | "reduction",
  textured: false,
});
const onlyKnown = ref(true);
const opened = ref("");
const asked = ref<{ base: string; top: string }>();
watch(
  [() => classes.byId.value.get(screen.classId), () => clays.data.value],
  ([c, list]) => {
    if (c) Object.assign(ground, { clay: c.clay, cone: c.cone, atmosphere: c.atmosphere });
    ground.clay ||= list?.[0]?.code ?? "";
    ground.cone ||= list?.[0]?.hottest ?? "";
  },
  { immediate: true },
);
const { cell, codes, used, known, planned } = useMatrix(ground);
const rows = computed(() => (onlyKnown.value ? used.value : codes.value));
watch(rows, () => void nextTick(measure));
const asking = computed(() => asked.value && cell(asked.value.base, asked.value.top));
const nameOf = (code: string) => glazes.byCode.value.get(code)?.name ?? "";

function says(base: string, top: string) {
  const c = cell(base, top);
  const what = base === top ? `${base} alone` : `${top} over ${base}`;
  const tiles = c?.tiles.map((t) => `tile ${t.tile}, ${t.top ? `${t.base}+${t.top}` : t.base}`).join("; ");
  const plans = c?.plans.length ? `, planned ${c.plans.length}×` : "";
  return `${what}: ${tiles || "never fired"}${plans}`;
}
function press(base: string, top: string) {
  const tile = cell(base, top)?.tiles[0];
  if (tile) opened.value = tile.tile;
  else asked.value = { base, top };
}
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/tiles">Tiles</PlaceLink> · overlaps</p>
      <h1>Which overlaps were fired</h1>
      <p class="soft">
        Down the side the base, across the top what lies over it. {{ known }} fired, {{ planned }} planned but
        never fired. Glazes do not mix like paint: a hatched cell is a question.
      </p>
    </div>
    <div class="ground">
      <ClaySelect v-model="ground.clay" aria-label="Clay" />
      <ConeSelect v-model="ground.cone" aria-label="Cone" class="cone" />
      <el-checkbox v-model="ground.textured" label="on texture" />
      <el-checkbox v-model="onlyKnown" label="only jars in use here" />
    </div>
  </div>
  <!-- Its line stands whether it says something or not: nothing moves under the pointer. -->
  <p v-if="rows.length" class="more" :class="{ all: arrivedState.right }">
    {{ rows.length }} columns, more of them to the right:
    <el-button size="small" @click="region?.scrollBy({ left: region.clientWidth * 0.8 })"
      >Show more →</el-button
    >
  </p>
  <div
    v-if="rows.length"
    ref="region"
    class="scroll"
    tabindex="0"
    role="region"
    aria-label="The matrix of overlaps"
  >
    <table>
      <thead>
        <tr>
          <th scope="col" class="corner">base ↓ &nbsp; top →</th>
          <th v-for="top in rows" :key="top" scope="col" :title="nameOf(top)">
            <span>{{ top }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="base in rows" :key="base">
          <th scope="row">
            {{ base }} <span class="soft">{{ nameOf(base) }}</span>
          </th>
          <td v-for="top in rows" :key="top">
            <MatrixCell
              :of="cell(base, top)"
              :says="says(base, top)"
              :alone="base === top"
              @press="press(base, top)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-else class="empty">
    Nothing was fired or planned on this clay at this cone.
    <PlaceLink to="/tiles/read">Read a photograph</PlaceLink> of its tiles.
  </p>
  <TileSheet v-if="opened" :code="opened" @close="opened = ''" />
  <el-dialog
    :model-value="!!asked"
    :title="asked && `${asked.top} over ${asked.base}`"
    width="440px"
    align-center
    @close="asked = undefined"
  >
    <p>
      Nobody has fired this on {{ ground.clay }} at cone {{ ground.cone }}, so nobody can say what comes out.
    </p>
    <template v-if="asking?.plans.length">
      <h3>Planned on</h3>
      <ul class="plans-list">
        <li v-for="p in asking.plans" :key="p.piece + p.surface">
          <PlaceLink :to="`/plan/${p.piece}`">{{ p.who }}</PlaceLink>, {{ p.surface }}
        </li>
      </ul>
    </template>
    <p v-else class="soft">No piece plans it.</p>
  </el-dialog>
</template>

<style scoped>
.ground {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}
.ground .el-select {
  width: 170px;
}
.ground .cone {
  width: 112px;
}
.scroll {
  overflow: auto;
  max-height: 74vh;
  background: var(--wall);
}
table {
  border-collapse: separate;
  border-spacing: 2px;
}
th {
  background: var(--sheet);
  font-weight: 640;
  text-align: left;
  padding: 2px 8px;
  white-space: nowrap;
  position: sticky;
  font-size: 14px;
}
th .soft {
  font-weight: 400;
}
thead th {
  top: 0;
  z-index: 3;
  text-align: center;
}
tbody th {
  left: 0;
  z-index: 2; /* what scrolls goes below it */
}
thead .corner {
  left: 0;
  z-index: 4;
  font-weight: 400;
}
td {
  padding: 0;
}
.more.all {
  visibility: hidden;
}
.more {
  padding-bottom: 6px;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
h3 {
  margin-top: 12px;
}
.plans-list {
  max-height: 240px;
  overflow: auto;
}
</style>

<script setup lang="ts">
import { computed, reactive, watch } from "vue";
import type { Tile } from "@/api/client";
import { useSearch } from "@/wall/useWall";
import type { Want } from "@/lib/queries";
import SketchSpot from "@/wall/SketchSpot.vue";
import TileCard from "@/ui/TileCard.vue";
import { tenth } from "@/ui/figures";
import { useScreen } from "@/lib/useScreen";

/** Finds the tile nearest to a colour, under what the class and the surface need. */
const props = defineProps<{
  tiles: Tile[];
  classId: string;
  /** A tile to find the like of. */
  from?: string;
  /** The surface that is to be glazed: its clay, cone, label and area are asked for. */
  piece?: string;
  surface?: string;
}>();
const emit = defineEmits<{ close: []; open: [code: string] }>();
const screen = useScreen();
const target = reactive({ hex: "#5b7f86", tile: "" });
const needs = reactive({ food: false, inStock: true, pieces: 1 });

watch(
  () => props.from,
  (code) => code && Object.assign(target, { tile: code }),
  { immediate: true },
);
const want = computed<Want | undefined>(() => {
  const aim = target.tile
    ? { tile: target.tile }
    : /^#[0-9a-f]{6}$/i.test(target.hex)
      ? { hex: target.hex }
      : undefined;
  const of = props.piece
    ? { piece: props.piece, surface: props.surface }
    : props.classId
      ? { class: props.classId }
      : {};
  return aim && { ...aim, ...needs, ...of };
});
const found = useSearch(want);
const answerOf = computed(() => (want.value ? found.data.value : undefined));

function pick(hex: string | null) {
  Object.assign(target, { hex: hex ?? target.hex, tile: "" });
}
</script>

<template>
  <aside class="find sheet" aria-label="Find a colour">
    <header>
      <h2>Find a colour</h2>
      <el-button text aria-label="Close" @click="emit('close')">✕</el-button>
    </header>
    <div class="target">
      <i :style="{ background: answerOf?.target ?? target.hex }" aria-hidden="true" />
      <div>
        <label>
          <span class="visually-hidden">Colour as hex</span>
          <el-input :model-value="target.hex" name="target" maxlength="7" @update:model-value="pick" />
        </label>
        <el-color-picker
          :model-value="target.hex"
          color-format="hex"
          aria-label="Pick a colour"
          @change="pick"
        />
        <el-select
          v-model="target.tile"
          placeholder="like a tile"
          aria-label="Like a tile"
          filterable
          clearable
        >
          <el-option v-for="t in tiles" :key="t.code" :value="t.code" :label="`${t.code} ${t.title}`" />
        </el-select>
        <SketchSpot class="sketch" @pick="pick" />
      </div>
    </div>
    <div class="needs">
      <el-checkbox v-model="needs.food" label="needs a food label" />
      <el-checkbox v-model="needs.inStock" label="in stock" />
      <label v-if="piece">
        lasting for
        <el-input-number
          v-model="needs.pieces"
          :min="1"
          :max="400"
          size="small"
          aria-label="Pieces that the jar has to last for"
        />
        pieces
      </label>
      <span class="soft">{{
        piece
          ? "this surface's clay, cone and label"
          : classId
            ? "the class's clay, cone and jars"
            : "any clay: choose a class above"
      }}</span>
    </div>
    <template v-if="answerOf">
      <ol class="found" aria-label="Tiles that fit, the nearest first">
        <li v-for="f in answerOf.fits.slice(0, 8)" :key="f.tile.code">
          <button type="button" @click="emit('open', f.tile.code)">
            <TileCard :tile="f.tile" :colours="screen.colours" small />
            <span class="how"
              ><b class="num">{{ tenth(f.deltaE) }}</b> {{ f.words }}</span
            >
          </button>
        </li>
      </ol>
      <p v-if="!answerOf.fits.length" class="soft">No tile has all that is needed.</p>
      <template v-if="answerOf.missed.length">
        <h3>Nearer, but</h3>
        <ul class="found missed">
          <li v-for="f in answerOf.missed.slice(0, 6)" :key="f.tile.code">
            <button type="button" @click="emit('open', f.tile.code)">
              <TileCard :tile="f.tile" :colours="screen.colours" small />
              <span class="how"
                ><b class="num">{{ tenth(f.deltaE) }}</b> {{ f.words }}<br /><b>{{
                  f.short.join("; ")
                }}</b></span
              >
            </button>
          </li>
        </ul>
      </template>
    </template>
  </aside>
</template>

<style scoped>
.find {
  padding: 12px 14px 18px;
  display: grid;
  gap: 10px;
  align-content: start;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.target {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 12px;
}
.target > i {
  border: 10px solid var(--wall);
}
.target > div {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
}
.target .el-select,
.sketch {
  grid-column: 1 / -1;
}
.needs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  align-items: center;
  font-size: 14px;
}
.needs .el-input-number {
  width: 92px;
}
.found {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  background: var(--wall);
  padding: 8px;
}
.found li {
  display: grid;
}
.found button {
  border: 0;
  padding: 0;
  background: var(--paper);
  cursor: pointer;
  text-align: left;
  display: grid;
  align-content: start;
}
.how {
  padding: 0 9px 7px;
  font-size: 13px;
  line-height: 1.3;
}
.missed button {
  outline: 1px dashed var(--ink);
}
</style>

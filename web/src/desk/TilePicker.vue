<script setup lang="ts">
import { computed, ref } from "vue";
import type { Glaze, Tile } from "@/api/client";
import { toTheWork } from "@/ui/useKeys";
import { useScreen } from "@/lib/useScreen";
import TileCard from "@/ui/TileCard.vue";

/** Tiles of one clay and cone to choose a stack from; jars without a tile stand below. */
const props = defineProps<{ tiles: Tile[]; glazes: Glaze[]; clay: string; cone: string; food: boolean }>();
const emit = defineEmits<{
  pick: [stack: { glaze: string; coats: number }[]];
  over: [layer: { glaze: string; coats: number }];
}>();
const over = ref(false);
function jar(g: Glaze) {
  if (over.value) emit("over", { glaze: g.code, coats: 1 });
  else emit("pick", [{ glaze: g.code, coats: g.figure }]);
}
const screen = useScreen();
const words = ref("");
const search = ref<{ focus(): void }>();
defineExpose({ focus: () => search.value?.focus() });

function fits(text: string) {
  return text.toLowerCase().includes(words.value.trim().toLowerCase());
}
const here = computed(() =>
  props.tiles
    .filter(
      (t) => t.clay === props.clay && t.cone === props.cone && t.inStock && fits(`${t.code} ${t.title}`),
    )
    .sort((a, b) => Number(props.food) * (Number(b.food) - Number(a.food))),
);
const jars = computed(() => props.glazes.filter((g) => g.inStock && fits(`${g.code} ${g.name}`)));
function enter() {
  const [only] = here.value;
  if (only) emit("pick", only.stack);
  toTheWork(); // the next surface is chosen with the arrows
}
</script>

<template>
  <div class="picker">
    <el-input
      ref="search"
      v-model="words"
      class="search"
      placeholder="Search tiles by code or name"
      aria-label="Search tiles"
      clearable
      @keydown.enter.prevent="enter"
    />
    <ul v-if="here.length" class="tiles" aria-label="Tiles that fit">
      <li v-for="t in here" :key="t.code">
        <button type="button" @click="emit('pick', t.stack)">
          <TileCard :tile="t" :colours="screen.colours" small />
        </button>
      </li>
    </ul>
    <p v-else class="soft">
      No tile on {{ clay }} at cone {{ cone }}{{ words ? " of that name" : " yet" }}. A jar can be planned all
      the same:
    </p>
    <details :open="!here.length">
      <summary>Jars by themselves</summary>
      <el-checkbox v-model="over" label="lay it over what is planned" />
      <ul class="jars">
        <li v-for="g in jars" :key="g.code">
          <button type="button" @click="jar(g)">
            <i :style="{ background: g.raw }" aria-hidden="true" /><span class="code">{{ g.code }}</span>
            {{ g.name }}
          </button>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
  gap: 8px;
  background: var(--wall);
  padding: 8px;
  margin: 8px 0;
  max-height: 330px;
  overflow: auto;
}
.tiles li {
  display: grid;
}
button {
  border: 0;
  background: none;
  padding: 0;
  cursor: pointer;
  display: grid;
}
summary {
  cursor: pointer;
  padding: 8px 0;
}
.jars {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.jars button {
  display: flex;
  gap: 6px;
  align-items: center;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 4px 9px;
  min-height: 38px;
}
.jars i {
  width: 16px;
  height: 16px;
  border-radius: 50%;
  border: 1px solid #666;
}
</style>

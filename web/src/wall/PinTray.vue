<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { computed, nextTick, ref, watch } from "vue";
import type { Tile } from "@/api/client";
import { useWall } from "@/wall/useWall";
import { sayStack } from "@/lib/stack";
import GlazeFace from "@/ui/GlazeFace.vue";
import { useScreen } from "@/lib/useScreen";

/** Up to six tiles held side by side below the wall, or over the whole screen for the class. */
const props = defineProps<{ tiles: Tile[] }>();
const wall = useWall();
const screen = useScreen();
const held = computed(() =>
  wall.pins.map((code) => props.tiles.find((t) => t.code === code)).filter((t): t is Tile => !!t),
);
const close = ref<HTMLButtonElement>();
watch(
  () => wall.big,
  (big) => big && nextTick(() => close.value?.focus()),
);
useEventListener(window, "keydown", (e: KeyboardEvent) => {
  if (e.key === "Escape" && wall.big) wall.big = false;
});
</script>

<template>
  <div v-if="held.length && !wall.big" class="tray" role="region" aria-label="Tiles held side by side">
    <ul>
      <li v-for="t in held" :key="t.code">
        <GlazeFace :raw="t.raw" :fired="t.fired" :colours="screen.colours" />
        <button type="button" :aria-label="`Let ${t.code} go`" @click="wall.pin(t.code)">
          <b>{{ t.code }}</b> ✕
        </button>
      </li>
    </ul>
    <el-button type="primary" @click="wall.big = true">Show the class</el-button>
    <el-button @click="wall.pins = []">Clear</el-button>
  </div>
  <div
    v-if="wall.big && held.length"
    class="big"
    role="dialog"
    aria-modal="true"
    aria-label="Tiles for the class"
  >
    <button ref="close" type="button" class="close" @click="wall.big = false">Close</button>
    <ul>
      <li v-for="t in held" :key="t.code">
        <div class="faces">
          <div class="halves">
            <GlazeFace :raw="t.raw" :fired="t.fired" :colours="screen.colours" />
            <GlazeFace
              v-if="t.texture"
              class="rough"
              :raw="t.raw"
              :fired="t.texture"
              :colours="screen.colours"
            />
          </div>
          <ol v-if="screen.colours === 'fired' && t.strips.length" class="strips" aria-label="Coat by coat">
            <li v-for="s in t.strips" :key="s.coats" class="num">
              <GlazeFace :fired="s.fired" colours="fired" /><span>{{ s.coats }}×</span>
            </li>
          </ol>
          <GlazeFace
            :raw="t.raw"
            :fired="t.fired"
            :colours="screen.colours === 'fired' ? 'chalk' : 'fired'"
            class="raw"
          />
        </div>
        <p class="name">
          <b>{{ t.code }}</b> {{ t.title }}
        </p>
        <p class="num">{{ sayStack(t.stack) }}, {{ t.clay }}, cone {{ t.cone }}</p>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.tray {
  position: sticky;
  bottom: var(--notices);
  z-index: 2;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  background: var(--sheet);
  border-top: 3px solid var(--ink);
  padding: 10px 26px;
  margin: 0 -26px;
}
.tray ul {
  display: flex;
  margin-right: auto;
}
.tray li {
  width: 104px;
}
.tray .face {
  height: 46px;
}
.tray li button {
  width: 100%;
  border: 0;
  background: var(--paper);
  min-height: 30px;
  cursor: pointer;
}
.big {
  position: fixed;
  inset: 0;
  z-index: 20;
  background: var(--wall);
  display: grid;
  grid-template-rows: auto 1fr;
  padding: 16px;
}
.close {
  justify-self: end;
  border: 2px solid var(--ink);
  background: var(--paper);
  padding: 6px 16px;
  min-height: 44px;
  cursor: pointer;
}
.big > ul {
  display: flex;
  min-height: 0;
}
.big > ul > li {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-rows: 1fr auto auto;
  padding: 12px 0 0;
}
.faces {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.halves {
  flex: 1 1 0;
  display: flex;
  min-height: 0;
}
.rough {
  background-image: radial-gradient(circle at 30% 30%, rgb(0 0 0 / 12%) 0 2px, transparent 3px);
  background-size: 12px 10px;
}
.strips {
  display: flex;
  flex: 0 0 14%;
  min-height: 56px;
}
.big .strips li {
  padding: 0;
  grid-template-rows: 1fr auto;
}
.strips span {
  background: var(--paper);
  text-align: center;
  font-size: 18px;
}
.faces > .raw {
  flex: 0 0 20%;
  min-height: 0;
}
.big p {
  background: var(--paper);
  padding: 4px 14px;
  font-size: 20px;
}
.big .name {
  font-size: 26px;
  padding-top: 10px;
}
</style>

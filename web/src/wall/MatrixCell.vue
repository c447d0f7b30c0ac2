<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** One base under one top: the tiles that show it, how many plans ask for it, or that nobody knows. */
const props = defineProps<{ of?: Schemas["MatrixCell"]; says: string; alone: boolean }>();
const emit = defineEmits<{ press: [] }>();
const tiles = computed(() => props.of?.tiles ?? []);
const plans = computed(() => props.of?.plans.length ?? 0);
</script>

<template>
  <button type="button" :class="{ alone }" :title="says" @click="emit('press')">
    <span class="visually-hidden">{{ says }}</span>
    <i v-for="t in tiles.slice(0, 2)" :key="t.tile" aria-hidden="true" :style="{ background: t.fired }">
      <b class="num">{{ t.top ? `${t.base}+${t.top}` : t.base }}{{ t.doubt ? "▲" : "" }}</b>
    </i>
    <i v-if="!tiles.length" class="unknown" aria-hidden="true" />
    <b v-if="tiles.length > 2" class="num rest">+{{ tiles.length - 2 }}</b>
    <b v-if="plans" class="num plans" :class="{ over: tiles.length }">{{ plans }}</b>
  </button>
</template>

<style scoped>
button {
  position: relative;
  display: flex;
  width: 68px;
  height: 40px;
  border: 0;
  padding: 0;
  background: none;
  cursor: pointer;
}
i {
  flex: 1;
  display: grid;
  place-items: end start;
  font-style: normal;
}
b {
  background: var(--paper);
  font-size: 12px;
  font-weight: 640;
  padding: 0 3px;
  line-height: 1.25;
}
.alone i:not(.unknown) {
  box-shadow: inset 0 0 0 2px var(--ink);
}
.unknown {
  background: repeating-linear-gradient(45deg, #dedede 0 6px, #b2b2b2 6px 7px);
}
.plans,
.rest {
  position: absolute;
}
.plans {
  border: 2px solid var(--ink);
  left: 50%;
  top: 50%;
  transform: translate(-50%, -50%);
}
.plans.over {
  left: auto;
  right: 0;
  top: 0;
  transform: none;
}
.rest {
  right: 0;
  bottom: 0;
}
</style>

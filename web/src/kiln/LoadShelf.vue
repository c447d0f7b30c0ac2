<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece, Schemas } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PieceSketch from "@/ui/PieceSketch.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { dayAndClock } from "@/ui/moments";
import { heat } from "@/ui/figures";

/** A load as a kiln shelf on posts with its pieces standing on it. */
const props = defineProps<{ load: Schemas["Load"]; pieces: Piece[]; hot: string; teaches: boolean }>();
const emit = defineEmits<{ fire: [kiln?: string]; unload: []; back: []; takeOut: [piece: string] }>();
/** Where nobody planned it, several kilns may be meant: what is said here the term learns from. */
const kilns = useAsk(queries.kilns());
const usable = computed(() =>
  props.load.planned === undefined ? (kilns.data.value ?? []).filter((k) => !k.kiln.rests) : [],
);
const into = ref("");
</script>

<template>
  <article class="load">
    <header>
      <h3>{{ load.name }}</h3>
      <PlaceLink v-if="load.planned !== undefined" :to="`/kiln/load/${load.id}`"
        >Plan in {{ load.kiln }}: {{ load.pieces.length }} of {{ load.planned }} stand in it</PlaceLink
      >
      <span
        >cone {{ load.cone }} <span class="soft">{{ hot }}</span></span
      >
      <span v-if="load.firedAt" class="soft"
        >fired {{ dayAndClock(load.firedAt) }}; cooling takes 12 to 24 h, bare hands first at
        {{ heat(50) }}</span
      >
      <span v-if="teaches && load.pieces.length" class="acts">
        <el-button @click="emit('back')">{{ load.firedAt ? "Undo firing" : "Take all out" }}</el-button>
        <el-select
          v-if="!load.firedAt && usable.length > 1"
          v-model="into"
          placeholder="in which kiln"
          :aria-label="`In which kiln ${load.name} is fired`"
        >
          <el-option v-for="k in usable" :key="k.kiln.id" :value="k.kiln.id" :label="`in ${k.kiln.name}`" />
        </el-select>
        <el-button v-if="!load.firedAt" type="primary" @click="emit('fire', into || undefined)"
          >Mark as fired</el-button
        >
        <el-button v-else type="primary" @click="emit('unload')">Mark as unloaded</el-button>
      </span>
    </header>
    <ul class="standing">
      <li v-for="p in pieces" :key="p.id" :class="{ lapsed: p.loadLapsed }">
        <PieceSketch :piece="p" />
        <b>{{ p.student }} {{ p.mark }}</b>
        <span>{{ p.loadLapsed ? `Has to come out: ${p.loadLapsed}.` : p.title }}</span>
        <span v-for="r in load.overruled.filter((x) => x.piece === p.id)" :key="r.code" class="taken">
          taken on: it {{ r.text }}, “{{ r.reason }}”
        </span>
        <button
          v-if="!load.firedAt"
          type="button"
          :aria-label="`Take ${p.student} out`"
          @click="emit('takeOut', p.id)"
        >
          take out
        </button>
      </li>
      <li v-if="load.pieces.length > pieces.length" class="soft">
        {{ load.pieces.length - pieces.length }} of other classes
      </li>
    </ul>
  </article>
</template>

<style scoped>
.load {
  margin: 10px 0 16px;
  border-left: 8px solid #9a9a9a;
  border-right: 8px solid #9a9a9a;
  border-bottom: 9px solid #6f6f6f;
  background: var(--sheet);
}
.taken {
  font-size: 13px;
  border: 1px solid var(--ink);
  padding: 1px 5px;
}
header {
  display: flex;
  gap: 16px;
  align-items: baseline;
  flex-wrap: wrap;
  padding: 10px 14px;
}
header .acts {
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
header .el-select {
  width: 150px;
}
.standing {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px;
  padding: 4px 14px 0;
}
.standing li {
  display: grid;
  border: 1px solid var(--line-strong);
  border-bottom: 0;
  border-radius: 9px 9px 0 0;
  background: var(--paper);
  padding: 7px 11px 4px;
  font-size: 14px;
}
.standing li.soft {
  border: 0;
  background: none;
}
.standing .lapsed {
  border: 2px solid var(--ink);
}
.standing button {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  padding: 0;
  text-align: left;
  min-height: 28px;
}
</style>

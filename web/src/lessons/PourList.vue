<script setup lang="ts">
import type { Schemas } from "@/api/client";
import NearJars from "@/lessons/NearJars.vue";
import TickLine from "@/lessons/TickLine.vue";
import { pouredBy } from "@/lib/pouring";
import { mL } from "@/ui/figures";

/** The glazes of a lesson: how much is poured of each, out of which jar, and what is short. */
defineProps<{ glazes: Schemas["PutOutGlaze"][]; ticked: Map<string, unknown> }>();
const emit = defineEmits<{
  tick: [items: string[], done: boolean];
  /** mL; 0 takes the last one back. */
  pour: [glaze: string, ml: number];
}>();
type Line = Schemas["PutOutGlaze"];
const quarter = (g: Line) => g.cupML / 4;
/** Ticked is poured: as many cups as the line says. */
function tick(g: Line, done: boolean) {
  emit("tick", [g.item], done);
  const ml = pouredBy(g, done);
  if (ml !== undefined) emit("pour", g.code, ml);
}
const looks: Record<string, string> = {
  tall: "tall jar",
  squat: "squat jar",
  bottle: "bottle",
  bucket: "bucket",
};
const cups = (n: number) => Array.from({ length: Math.ceil(n) }, (_, i) => Math.min(1, n - i));
const count = (n: number) => (n === 1 ? "1 cup" : `${n} cups`);
</script>

<template>
  <ul>
    <TickLine
      v-for="g in glazes"
      :key="g.code"
      :label="`${g.code} ${g.name}: ${mL(g.ml)}, ${count(g.cups)} poured`"
      :done="ticked.has(g.item)"
      @tick="tick(g, $event)"
    >
      <span class="glaze num">
        <i class="raw" :style="{ background: g.raw }" aria-hidden="true" />
        <span>
          <b>{{ g.code }}</b> {{ g.name }}
          <span class="soft"
            >{{ [looks[g.look], g.place].filter(Boolean).join(", ") }}{{ g.look || g.place ? ", " : ""
            }}{{ g.pieces === 1 ? "1 piece" : `${g.pieces} pieces` }}</span
          >
        </span>
        <span class="ml">{{ mL(g.ml) }}</span>
        <span class="cups" :title="`${count(g.cups)} of ${mL(g.cupML)}`">
          <svg v-for="(c, i) in cups(g.cups)" :key="i" viewBox="0 0 14 16" aria-hidden="true">
            <path d="M1 1 L3 15 H11 L13 1 Z" fill="none" stroke="#1f1f1f" />
            <path
              :d="`M${3 - 2 * c} ${15 - 14 * c} L3 15 H11 L${11 + 2 * c} ${15 - 14 * c} Z`"
              :fill="g.raw"
              stroke="#1f1f1f"
            />
          </svg>
          <span class="visually-hidden">{{ count(g.cups) }}</span>
        </span>
      </span>
      <span v-if="g.poured" class="poured num">
        {{ mL(g.poured) }} poured
        <el-button class="screen" size="small" @click="emit('pour', g.code, quarter(g))"
          >Add ¼ cup<span class="visually-hidden"> of {{ g.code }}</span></el-button
        >
      </span>
      <span v-if="g.short" class="short">
        <b>▲ {{ mL(g.short) }} short</b>: {{ mL(g.left ?? 0) }} in the jar{{
          g.earlier ? `, ${mL(g.earlier)} go to lessons before this one` : ""
        }}{{ g.kept ? `, ${mL(g.kept)} are kept for other projects` : "" }}. Without it:
        {{ g.hit?.join(", ") || "nobody in this lesson" }}. <NearJars v-if="g.nearest" :near="g.nearest" />
      </span>
    </TickLine>
  </ul>
</template>

<style scoped>
.glaze {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) 62px 62px;
  gap: 8px;
  align-items: center;
}
.raw {
  width: 18px;
  height: 18px;
  border: 1px solid var(--ink);
  border-radius: 50%;
}
.ml {
  text-align: right;
}
.cups {
  display: flex;
  gap: 3px;
  flex-wrap: wrap;
}
.cups svg {
  width: 13px;
  height: 15px;
}
.poured {
  display: block;
  padding: 0 0 4px 26px;
  color: var(--soft);
}
.short {
  display: block;
  padding: 0 0 6px 26px;
}
</style>

<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import type { Named } from "@/wall/useNaming";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** A tile of a tile programme whose boxes are named already: they only have to be found on the photograph. */
export interface Planned {
  code: string;
  columns: number;
  rows: number;
  clay: string;
  cone: string;
  names: Named[];
}
const emit = defineEmits<{ choose: [planned: Planned] }>();
const chosen = ref("");
const kept = useAsk(queries.programmes());
const total = (stack: string) =>
  stack.split("+").reduce((sum, part) => sum + Number(/x(\d+)/.exec(part)?.[1] ?? 1), 0);
function crossed(p: Schemas["Programme"], t: Schemas["CrossedTile"]): Planned {
  const names = t.cells.map((c) => ({
    code: c.code,
    half: "smooth" as const,
    coats: total(c.stack),
    stack: c.stack,
  }));
  return { code: t.code, columns: t.columns.length, rows: t.rows.length, clay: p.clay, cone: p.cone, names };
}
function strip(p: Schemas["Programme"], t: Schemas["StripTile"]): Planned {
  const names = [1, 2, 3].map((coats) => ({
    code: t.code,
    half: "smooth" as const,
    coats,
    stack: `${t.glaze}x3`,
  }));
  return { code: t.code, columns: 3, rows: 1, clay: p.clay, cone: p.cone, names };
}
const tiles = computed(
  () =>
    kept.data.value?.flatMap((p) => [
      ...p.sheet.crossed.map((t) => crossed(p, t)),
      ...p.sheet.strips.map((t) => strip(p, t)),
    ]) ?? [],
);
function choose(code: string) {
  const found = tiles.value.find((t) => t.code === code);
  if (found) emit("choose", found);
}
</script>

<template>
  <label v-if="tiles.length" class="planned">
    One of the tiles that were planned: its boxes are named
    <el-select v-model="chosen" placeholder="Which tile is it" aria-label="Planned tile" @change="choose">
      <el-option
        v-for="t in tiles"
        :key="t.code"
        :value="t.code"
        :label="`${t.code}, ${t.clay}, cone ${t.cone}: ${t.columns} × ${t.rows}`"
      />
    </el-select>
  </label>
</template>

<style scoped>
.planned {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
</style>

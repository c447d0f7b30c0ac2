<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { answer, api, type Glaze } from "@/api/client";
import GlazeFace from "@/components/GlazeFace.vue";
import { useGlazes, useTiles } from "@/composables/useLists";
import { attempt } from "@/composables/usePieces";

const glazes = useGlazes();
const tiles = useTiles();
const client = useQueryClient();
async function set(g: Glaze, inStock: boolean) {
  await attempt(
    answer(api.PUT("/glazes/{code}/stock", { params: { path: { code: g.code } }, body: { inStock } })),
  );
  await client.invalidateQueries();
}
/** A tile of this glaze alone, the thickest, to stand beside the jar. */
function alone(code: string) {
  return (tiles.data.value ?? [])
    .filter((t) => !t.textured && t.stack.length === 1 && t.stack[0]?.glaze === code)
    .sort((a, b) => (b.stack[0]?.coats ?? 0) - (a.stack[0]?.coats ?? 0))[0];
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Stock</h1>
      <p class="soft">The jars in the room, raw beside fired: nobody can choose from the jar.</p>
    </div>
  </div>
  <ul v-if="glazes.data.value?.length" class="jars">
    <li v-for="g in glazes.data.value" :key="g.code" :class="{ out: !g.inStock }">
      <div class="faces">
        <GlazeFace :raw="g.raw" look="chalk" />
        <GlazeFace :fired="alone(g.code)?.fired" look="fired" />
      </div>
      <div class="under">
        <span>in the jar</span
        ><span>{{ alone(g.code) ? `fired, tile ${alone(g.code)?.code}` : "no tile yet" }}</span>
      </div>
      <p>
        <span class="code">{{ g.code }}</span> {{ g.name }}
      </p>
      <p class="soft">
        {{ g.kind }}, cone {{ g.cones }}{{ g.coats ? `, ${g.coats} coats` : "" }}{{ g.runner ? ", runs" : ""
        }}<br />
        {{ g.food === "claimed" ? "food label" : "no food label" }}
      </p>
      <el-checkbox
        :model-value="g.inStock"
        label="in the room"
        :aria-label="`${g.code} ${g.name} in the room`"
        @update:model-value="set(g, Boolean($event))"
      />
    </li>
  </ul>
  <p v-else class="empty">
    No jar yet. <RouterLink to="/classes">Bring the list of glazes</RouterLink>: ten will do for a first
    lesson.
  </p>
</template>

<style scoped>
.jars {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 14px;
}
.jars li {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 0 12px 6px;
}
.faces {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 64px;
  margin: 0 -12px;
  background: var(--wall);
}
.under {
  display: grid;
  grid-template-columns: 1fr 1fr;
  font-size: 13px;
  color: var(--soft);
  padding: 3px 0 6px;
}
.jars .out {
  border-style: dashed;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

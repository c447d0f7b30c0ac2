<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import type { Tile } from "@/api/client";
import JarCard from "@/stock/JarCard.vue";
import JarForm from "@/stock/JarForm.vue";
import JarDoubts from "@/stock/JarDoubts.vue";
import StockBudget from "@/stock/StockBudget.vue";
import RecipeForm from "@/stock/RecipeForm.vue";
import { useClasses, useGlazes, useTiles } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import PlaceLink from "@/ui/PlaceLink.vue";
import { confusedJars, useConfusions } from "@/wall/useWall";
import AskGate from "@/ui/AskGate.vue";

const screen = useScreen();
const route = useRoute();
const glazes = useGlazes();
const tiles = useTiles();
const classes = useClasses();
const here = computed(() => classes.byId.value.get(screen.classId));
const confusions = useConfusions(() => here.value && { clay: here.value.clay, cone: here.value.cone });
/** The jar that a QR code on its card led to. */
const found = computed(() => String(route.query.jar ?? ""));

/** A tile of this glaze alone, the thickest, on the class's clay where one is chosen. */
function alone(code: string): Tile | undefined {
  return (tiles.data.value ?? [])
    .filter((t) => !t.textured && t.stack.length === 1 && t.stack[0]?.glaze === code)
    .filter((t) => !here.value || (t.clay === here.value.clay && t.cone === here.value.cone))
    .sort((a, b) => (b.stack[0]?.coats ?? 0) - (a.stack[0]?.coats ?? 0))[0];
}
const taken = computed(() => confusedJars(confusions.data.value ?? []));
</script>

<template>
  <div class="head">
    <div>
      <h1>Stock</h1>
      <p class="soft">
        The jars in the room, raw beside fired{{ here ? ` on ${here.clay} at cone ${here.cone}` : "" }}:
        nobody can choose from the jar.
      </p>
    </div>
    <div class="ways">
      <JarForm />
      <RecipeForm />
      <PlaceLink to="/stock/cards">Jar cards to print</PlaceLink>
      <a href="/api/exports/glazes.csv" download="glazes.csv">Glazes as CSV</a>
    </div>
  </div>
  <div id="jar-form" />
  <AskGate><JarDoubts /></AskGate>
  <AskGate><StockBudget /></AskGate>
  <ul v-if="glazes.data.value?.length" class="jars">
    <li v-for="g in glazes.data.value" :key="g.code">
      <JarCard
        :glaze="g"
        :tile="alone(g.code)"
        :confused="taken.get(g.code) ?? []"
        :found="found === g.code"
      />
    </li>
  </ul>
  <p v-else class="empty">
    No jar yet. Add them by hand, or <PlaceLink to="/classes">import a list</PlaceLink>: ten will do for a
    first lesson.
  </p>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 18px;
}
.jars {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 14px;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

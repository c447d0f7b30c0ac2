<script setup lang="ts">
import { computed } from "vue";
import { useClasses, useClays } from "@/lib/useLists";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";
import { useHungTiles } from "@/wall/useWall";
import { sayStack } from "@/lib/stack";

/** The wall on paper: one clay and cone after the other, fired beside raw. */
const screen = useScreen();
const session = useSession();
const classes = useClasses();
const clays = useClays();
const tiles = useHungTiles();
const groups = computed(() => {
  const c = classes.byId.value.get(screen.classId);
  const of = new Map<string, NonNullable<typeof tiles.data.value>>();
  for (const t of tiles.data.value ?? []) {
    if (c && (t.clay !== c.clay || t.cone !== c.cone)) continue;
    const key = `${clays.data.value?.find((k) => k.code === t.clay)?.name ?? t.clay}, cone ${t.cone}`;
    of.set(key, [...(of.get(key) ?? []), t]);
  }
  return [...of];
});
const { print } = usePaper();
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft"><PlaceLink to="/tiles">Tiles</PlaceLink> · on paper</p>
      <h1>The wall on paper</h1>
      <p class="soft">
        A printer's colours are no fired colours: hang it beside the tiles, not in their place.
      </p>
    </div>
    <div class="ways">
      <a href="/api/exports/tiles.csv" download="tiles.csv">Tiles as CSV</a>
      <a href="/api/exports/wall.gpl" download="wall.gpl">Palette (.gpl)</a>
      <PaperChoice />
      <el-button type="primary" @click="print">Print</el-button>
    </div>
  </div>
  <section v-for="[name, list] in groups" :key="name" class="chart">
    <h2>{{ session.data.value?.school }}: {{ name }}</h2>
    <ul>
      <li v-for="t in list" :key="t.code">
        <span class="faces"><i :style="{ background: t.fired }" /><i :style="{ background: t.raw }" /></span>
        <span
          ><b>{{ t.code }}</b> {{ t.title }}<br />{{ sayStack(t.stack) }}{{ t.textured ? ", texture" : ""
          }}{{ t.food ? ", food label" : "" }}{{ t.doubt ? `, ▲ ${t.doubt}` : "" }}</span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 18px;
  align-items: center;
}
.chart {
  background: #fff;
  padding: 14px 18px;
  margin-bottom: 18px;
}
ul {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
  margin-top: 8px;
}
li {
  font-size: 12px;
  line-height: 1.25;
  break-inside: avoid;
}
.faces {
  display: grid;
  grid-template-columns: 1fr 26%;
  height: 44px;
  border: 1px solid #999;
}
.faces i {
  print-color-adjust: exact;
}
@media print {
  .chart {
    break-after: page;
    padding: 0;
  }
}
</style>

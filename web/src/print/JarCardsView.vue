<script setup lang="ts">
import { computed, ref } from "vue";
import type { Tile } from "@/api/client";
import { useClasses, useClays, useGlazes, useTiles } from "@/lib/useLists";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import { useScreen } from "@/lib/useScreen";
import PlaceLink from "@/ui/PlaceLink.vue";
import { confusedJars, useConfusions } from "@/wall/useWall";

/** Cards to stand beside the jars: what it fires to, large; what it looks like in the jar, small. */
const screen = useScreen();
const glazes = useGlazes();
const tiles = useTiles();
const classes = useClasses();
const clays = useClays();
const onlyStock = ref(true);
const where = computed(() => {
  const c = classes.byId.value.get(screen.classId);
  const first = clays.data.value?.[0];
  return c ? { clay: c.clay, cone: c.cone } : first && { clay: first.code, cone: first.hottest };
});
const confusions = useConfusions(where);
const shown = computed(() => (glazes.data.value ?? []).filter((g) => !onlyStock.value || g.inStock));
const usual = (code: string): Tile | undefined =>
  (tiles.data.value ?? [])
    .filter((t) => t.clay === where.value?.clay && t.cone === where.value?.cone && !t.textured)
    .filter((t) => t.stack.length === 1 && t.stack[0]!.glaze === code)
    .sort((a, b) => b.stack[0]!.coats - a.stack[0]!.coats)[0];
const taken = computed(() => confusedJars(confusions.data.value ?? []));
const { print } = usePaper();
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft"><PlaceLink to="/stock">Stock</PlaceLink> · on paper</p>
      <h1>Jar cards</h1>
      <p class="soft">
        For {{ where?.clay }} at cone {{ where?.cone }}: choose a class above for another clay. Fold or cut,
        and stand them beside the jars.
      </p>
    </div>
    <div class="ways">
      <el-checkbox v-model="onlyStock" label="only jars in the room" />
      <a href="/api/exports/glazes.csv" download="glazes.csv">Glazes as CSV</a>
      <PaperChoice />
      <el-button type="primary" @click="print">Print</el-button>
    </div>
  </div>
  <ul class="cards">
    <li v-for="g in shown" :key="g.code">
      <div class="fired" :class="{ unknown: !usual(g.code) }" :style="{ background: usual(g.code)?.fired }">
        <span v-if="!usual(g.code)">no tile on {{ where?.clay }}</span>
      </div>
      <div class="words">
        <p v-if="usual(g.code)?.doubt" class="taken">▲ colour: {{ usual(g.code)!.doubt }}</p>
        <p class="name">
          <b>{{ g.code }}</b> {{ g.name }}
        </p>
        <p>{{ g.figure }} coats · {{ g.kind }} · cone {{ g.cones }}</p>
        <p>{{ g.food === "claimed" ? "food label" : "no food label" }}{{ g.runner ? " · runs" : "" }}</p>
        <p v-for="words in taken.get(g.code)" :key="words" class="taken">{{ words }}</p>
      </div>
      <div class="raw"><i :style="{ background: g.raw }" />in the jar</div>
      <img
        :src="`/api/glazes/${encodeURIComponent(g.code)}/qr`"
        :alt="`QR code of ${g.code}`"
        loading="lazy"
      />
    </li>
  </ul>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 18px;
  align-items: center;
}
.cards {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 12px;
}
.cards li {
  background: #fff;
  border: 1px solid var(--line-strong);
  display: grid;
  grid-template-columns: 1fr 88px;
  grid-template-rows: 96px 1fr auto;
  break-inside: avoid;
}
.fired {
  grid-column: 1 / -1;
  print-color-adjust: exact;
  display: grid;
  place-items: center;
}
.unknown {
  background: repeating-linear-gradient(45deg, #fff 0 6px, #777 6px 7px);
}
.unknown span {
  background: #fff;
  padding: 0 8px;
}
.words {
  padding: 8px 10px;
  font-size: 14px;
  line-height: 1.35;
}
.name {
  font-size: 18px;
}
.taken {
  font-weight: 640;
}
.raw {
  padding: 0 10px 8px;
  font-size: 13px;
}
.raw i {
  display: inline-block;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  border: 1px solid #666;
  vertical-align: middle;
  margin-right: 6px;
  print-color-adjust: exact;
}
img {
  grid-column: 2;
  grid-row: 2 / 4;
  width: 84px;
  align-self: end;
}
@media print {
  .cards {
    grid-template-columns: repeat(2, 1fr);
  }
}
</style>

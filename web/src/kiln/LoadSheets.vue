<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import ShelfPlan from "@/kiln/ShelfPlan.vue";
import StackSide from "@/kiln/StackSide.vue";
import { shelfName } from "@/kiln/shapes";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useScreen } from "@/lib/useScreen";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mm } from "@/ui/figures";
import { saveDrawing } from "@/kiln/saveDrawing";

/** A load on paper, bottom up: a shelf a page, with posts, marks and a list to tick. */
const route = useRoute();
const screen = useScreen();
const query = useAsk(computed(() => queries.loadPlan(String(route.params.load))));
const plan = query.data;
const colours = computed(() => (screen.colours === "chalk" ? "raw" : "fired"));
const { print } = usePaper();
const above = (n: number) => plan.value!.levels.filter((l) => l.on === n);
const posts = (n: number) =>
  above(n)
    .map(
      (l) =>
        `${l.stands.length} stands of ${l.postsMM.map(mm).join(" + ")}, then ${l.side ? "a half shelf" : "the next shelf"}`,
    )
    .join("; ");
const save = (n: number) =>
  saveDrawing(document.querySelectorAll<SVGSVGElement>(".sheet .shelf")[n]!, `${plan.value!.name} ${n + 1}`);
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft">
        <PlaceLink :to="`/kiln/load/${route.params.load}`">{{ plan?.name }}</PlaceLink> · on paper
      </p>
      <h1>To load by, from the lowest shelf up</h1>
    </div>
    <div class="ways">
      <PaperChoice />
      <el-button type="primary" @click="print">Print</el-button>
    </div>
  </div>
  <template v-if="plan">
    <section v-for="(l, n) in plan.levels" :key="n" class="sheet">
      <header>
        <h2>{{ plan.name }}, cone {{ plan.cone }}: {{ shelfName(plan, n).toLowerCase() }}</h2>
        <p>
          {{ plan.kiln.kiln.name }}, face {{ mm(l.baseMM) }} above the floor;
          {{ l.postsMM.length ? `on posts of ${l.postsMM.map(mm).join(" + ")}` : "on its own props" }}
        </p>
      </header>
      <div class="drawn">
        <ShelfPlan :plan="plan" :level="n" chosen="" :colours="colours" still />
        <StackSide :plan="plan" :level="n" :colours="colours" />
      </div>
      <ul class="ticks">
        <li v-for="s in l.pieces" :key="s.piece">
          <i aria-hidden="true" /><b>{{ s.mark }}</b> {{ s.lid ? "lid of " : "" }}{{ s.student }}, {{ s.title
          }}<template v-if="s.piled"
            >, {{ s.rims ? "rim to rim with" : "in it" }}
            {{ s.piled.map((q) => `${q.mark} ${q.student}`).join(", ") }}</template
          ><template v-if="s.cookie">, on a cookie</template><template v-if="s.stilts">, on stilts</template>
        </li>
      </ul>
      <p v-if="posts(n)" class="then">When all of it stands: {{ posts(n) }}.</p>
      <p class="screen">
        <el-button size="small" @click="save(n)">Save as SVG</el-button>
      </p>
    </section>
  </template>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 14px;
  align-items: center;
}
.sheet {
  background: #fff;
  border: 1px solid var(--line);
  padding: 16px 20px;
  margin-top: 14px;
  break-after: page;
  break-inside: avoid;
}
.drawn {
  display: grid;
  grid-template-columns: 3fr 1fr;
  gap: 18px;
  align-items: start;
  margin-top: 10px;
  print-color-adjust: exact;
}
.drawn .shelf {
  max-height: 150mm;
}
.drawn .stack {
  max-height: 90mm;
}
.ticks {
  columns: 2;
  margin-top: 12px;
  font-size: 14px;
}
.ticks li {
  break-inside: avoid;
  padding: 2px 0;
}
.ticks i {
  display: inline-block;
  width: 12px;
  height: 12px;
  border: 1.5px solid #111;
  margin-right: 8px;
}
.then {
  margin-top: 10px;
  font-weight: 640;
}
@media print {
  .sheet {
    border: 0;
    padding: 0;
    margin: 0;
  }
}
</style>

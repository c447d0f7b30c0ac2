<script setup lang="ts">
import { ref } from "vue";
import type { Schemas } from "@/api/client";
import { useUnits } from "@/lib/useUnits";
import FromBelow from "@/ui/FromBelow.vue";
import { cm2, mL } from "@/ui/figures";

/** The figures of a plan: how high it stays bare and why, how much glaze it takes, and in which order it is laid. */
const props = defineProps<{
  band: Schemas["Band"];
  surfaces: Schemas["SurfaceArea"][];
  under: Schemas["Under"];
  amounts: Schemas["Amount"][];
  order: Schemas["Step"][];
}>();
const { say } = useUnits();
const open = ref(false);
const cups = (n: number) => `${n} ${n > 1 ? "cups" : "cup"}`;
/** What has to stay bare of each surface. */
function bare() {
  const name = new Map(props.surfaces.map((s) => [s.id, s.name]));
  return props.band.bare.map((b) => `${name.get(b.surface)} ${cm2(b.areaCM2)}`).join(", ");
}
function why() {
  return props.band.parts.map((p) => (p.mm ? `${p.why} ${say(p.mm)}` : p.why)).join(" + ");
}
</script>

<template>
  <div class="figures">
    <p class="num">
      <b>Bare to {{ say(band.heightMM) }}</b> above the shelf: {{ why() }}.
      <span v-if="band.bare.length" class="soft">{{ bare() }}.</span>
      <template v-for="b in band.bare" :key="b.surface">
        <span v-if="b.outlineMM">Draw a circle {{ say(b.outlineMM) }} around the point it stands on. </span>
      </template>
    </p>
    <FromBelow :under="under" :says="`bare to ${say(band.heightMM)} above the shelf`" />
    <p v-if="amounts.length" class="num">
      <b>It takes</b> about
      {{ amounts.map((a) => `${mL(a.ml)} of ${a.glaze} (${cups(a.cups)})`).join(", ") }}.
    </p>
    <template v-if="order.length">
      <button type="button" class="more" :aria-expanded="open" @click="open = !open">
        Order and brushes: {{ open ? "hide" : `${order.length} steps` }}
      </button>
      <ol v-if="open" aria-label="Working order">
        <li v-for="(s, i) in order" :key="i">
          <b class="num">{{ i + 1 }}</b> {{ s.says }}
        </li>
      </ol>
    </template>
  </div>
</template>

<style scoped>
.figures {
  font-size: 14px;
  display: grid;
  grid-template-columns: 1.25fr 1fr;
  gap: 8px 20px;
}
ol {
  grid-column: 1 / -1;
  columns: 2;
}
li b {
  display: inline-block;
  min-width: 20px;
}
.more {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  text-align: left;
  padding: 0;
  min-height: 30px;
}
</style>

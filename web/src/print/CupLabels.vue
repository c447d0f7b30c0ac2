<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import PlaceLink from "@/ui/PlaceLink.vue";
import { date, dateAndClock } from "@/ui/moments";

/** Labels for the cups that are poured for a lesson: code, name, date; one for each cup. */
const route = useRoute();
const key = computed(() => String(route.params.key));
const query = useAsk(computed(() => queries.before(key.value)));
const data = computed(() => query.data.value);
const { print } = usePaper();
const labels = computed(() =>
  (data.value?.glazes ?? []).flatMap((g) =>
    Array.from({ length: Math.max(1, Math.ceil(g.cups)) }, (_, i) => ({ ...g, cup: `${g.code}-${i}` })),
  ),
);
</script>

<template>
  <template v-if="data">
    <div class="head screen">
      <div>
        <p class="soft"><PlaceLink :to="`/lessons/${key}/before`">Before the first brush</PlaceLink></p>
        <h1>Cup labels</h1>
        <p class="soft">
          {{ data.lesson.names }}, {{ dateAndClock(data.lesson.begins) }}: {{ labels.length }} cups.
        </p>
      </div>
      <div class="acts">
        <PaperChoice />
        <el-button type="primary" @click="print">Print</el-button>
      </div>
    </div>
    <ul class="labels">
      <li v-for="l in labels" :key="l.cup">
        <i :style="{ background: l.raw }" aria-hidden="true" />
        <b class="num">{{ l.code }}</b>
        <span>{{ l.name }}</span>
        <span class="num">{{ data.lesson.names }}, {{ date(data.lesson.begins) }}</span>
      </li>
    </ul>
    <p v-if="!labels.length" class="soft">Nothing is poured for this lesson.</p>
  </template>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
}
.labels {
  display: grid;
  grid-template-columns: repeat(auto-fill, 62mm);
  background: #fff;
}
li {
  width: 62mm;
  height: 29mm;
  border: 1px dashed #999;
  padding: 3mm 4mm;
  display: grid;
  grid-template-columns: 9mm 1fr;
  column-gap: 3mm;
  align-content: center;
  break-inside: avoid;
}
i {
  grid-row: 1 / 4;
  align-self: stretch;
  border: 1px solid #222;
  print-color-adjust: exact;
}
b {
  font-size: 20px;
  line-height: 1.1;
}
span:last-child {
  font-size: 12px;
}
</style>

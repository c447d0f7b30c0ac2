<script setup lang="ts">
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import type { Schemas } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useSession } from "@/lib/useSession";
import BrushRack from "@/lessons/BrushRack.vue";
import HandList from "@/lessons/HandList.vue";
import CleanList from "@/lessons/CleanList.vue";
import JarMind from "@/lessons/JarMind.vue";
import PourList from "@/lessons/PourList.vue";
import TickLine from "@/lessons/TickLine.vue";
import { spans } from "@/lib/clearing";
import { usePours } from "@/lessons/usePours";
import { useTicks } from "@/lessons/useTicks";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import { useSteady } from "@/ui/useSteady";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mL } from "@/ui/figures";
import { dateAndClock, day } from "@/ui/moments";

/** Everything that a lesson needs before the first brush, to be ticked, or printed. */
const route = useRoute();
const key = computed(() => String(route.params.key));
const query = useAsk(computed(() => queries.before(key.value)));
const data = computed(() => query.data.value);
const { ticked, tick } = useTicks(key);
const { print } = usePaper();
useSteady("[role=checkbox], button"); // what is left to do is counted above the lists
const pour = usePours(key);
const session = useSession();
const teacher = computed(() => session.data.value?.role === "teacher");
const racking = ref(false);
const cupsOf = (kit: Schemas["KitPiece"]) =>
  kit.amounts.map((a) => `${a.glaze} ${mL(a.ml)}`).join(", ") || "no glaze";
/** What is left to do: ticks that are missing, jars to be stirred, pieces to be cleaned. */
const open = computed(() => {
  const d = data.value;
  if (!d) return 0;
  const items = [...d.glazes, ...d.tools].map((x) => x.item).concat(d.hand.map((h) => `hand:${h.piece}`));
  return items.filter((i) => !ticked.value.has(i)).length + d.jars.length + d.clean.length;
});
</script>

<template>
  <template v-if="data">
    <div class="head">
      <div>
        <p class="soft screen">
          <PlaceLink to="/lessons">Lessons</PlaceLink> ·
          <PlaceLink :to="`/lessons/${key}`">what fits</PlaceLink>
        </p>
        <h1>Before the first brush</h1>
        <p class="num">
          {{ data.lesson.names }}, {{ dateAndClock(data.lesson.begins) }}.
          <b>{{ open ? `${open} left to do.` : "All is ready." }}</b>
        </p>
      </div>
      <div class="acts screen">
        <PlaceLink :to="`/lessons/${key}/labels`">Cup labels</PlaceLink>
        <PlaceLink :to="`/lessons/${key}/pack`">To take home</PlaceLink>
        <PlaceLink :to="`/lessons/${key}/sheet`">For the substitute</PlaceLink>
        <PaperChoice />
        <el-button type="primary" @click="print">Print</el-button>
      </div>
    </div>
    <section v-if="data.left.length" class="left" aria-labelledby="left">
      <h2 id="left">First: left from the last lesson</h2>
      <ul>
        <li v-for="l in data.left" :key="l">{{ l }}</li>
      </ul>
    </section>
    <div class="columns">
      <div>
        <section class="sheet" aria-labelledby="pour">
          <h2 id="pour">Pour</h2>
          <PourList
            v-if="data.glazes.length"
            :glazes="data.glazes"
            :ticked="ticked"
            @tick="tick"
            @pour="pour"
          />
          <p v-else class="soft">No stroke fits into this lesson, or nothing is planned.</p>
        </section>
        <section v-if="data.jars.length" class="sheet" aria-labelledby="jars">
          <h2 id="jars">Jars to shake and stir</h2>
          <JarMind :jars="data.jars" />
        </section>
        <section v-if="data.tools.length" class="sheet" aria-labelledby="tools">
          <h2 id="tools">
            Put out
            <el-button v-if="teacher" class="screen" size="small" @click="racking = true"
              >Count brushes by number</el-button
            >
          </h2>
          <ul>
            <TickLine
              v-for="t in data.tools"
              :key="t.item"
              :label="`${t.count} ${t.name}`"
              :done="ticked.has(t.item)"
              @tick="tick([t.item, ...(t.numbers ?? []).map((n) => `brush:${n}`)], $event)"
            >
              <b class="num">{{ t.count }} ×</b> {{ t.name }}
              <span v-if="t.numbers" class="num">nos {{ spans(t.numbers) }}</span>
              <span class="soft">{{ t.why }}</span>
            </TickLine>
          </ul>
        </section>
      </div>
      <div>
        <section class="sheet" aria-labelledby="hand">
          <h2 id="hand">Hand out</h2>
          <HandList :pieces="data.hand" :ticked="ticked" @tick="tick" />
        </section>
        <section v-if="data.clean.length" class="sheet" aria-labelledby="clean">
          <h2 id="clean">Clean first</h2>
          <CleanList :pieces="data.clean" @cleaned="query.refetch()" />
        </section>
        <section v-if="data.away.length" class="sheet" aria-labelledby="away">
          <h2 id="away">Out of the room</h2>
          <ul class="away">
            <li v-for="a in data.away" :key="a.piece">
              <b>{{ a.student }} {{ a.mark }}</b> {{ a.title }}, {{ a.where
              }}<template v-if="a.since"> since {{ day(a.since) }}</template>
              <b v-if="a.overdue"> ▲ a lesson was held since: ask for it</b>
              <span v-if="a.kit.left.length" class="kit num">
                To send along: {{ cupsOf(a.kit) }}; brushes {{ a.kit.brushes.join(", ") }}. To lay:
                {{ a.kit.left.join("; ") }}.
              </span>
            </li>
          </ul>
        </section>
      </div>
    </div>
    <BrushRack v-model="racking" />
  </template>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
}
.left {
  border: 3px solid var(--ink);
  background: var(--paper);
  padding: 12px 16px;
  margin-bottom: 18px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.columns > div {
  display: grid;
  gap: 18px;
}
.sheet {
  padding: 14px 16px;
}
h2 {
  margin-bottom: 8px;
}
.kit {
  display: block;
}
.away li {
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .sheet {
    border: 0;
    background: none;
    padding: 0;
    break-inside: avoid;
    font-size: 12.5px;
  }
}
</style>

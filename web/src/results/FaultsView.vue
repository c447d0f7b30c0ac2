<script setup lang="ts">
import { computed } from "vue";
import ResultsTabs from "@/results/ResultsTabs.vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import PaperChoice from "@/print/PaperChoice.vue";
import PieceSketch from "@/ui/PieceSketch.vue";
import { usePieces } from "@/lib/usePieces";
import { usePaper } from "@/print/usePaper";

/** Faults by their cause, nameless, for the wall or the projector, and what a class should watch. */
const screen = useScreen();
const classes = useClasses();
const gallery = useAsk(computed(() => queries.faults(screen.classId)));
const { pieces } = usePieces();
const byId = computed(() => new Map(pieces.value.map((p) => [p.id, p])));
const { print } = usePaper();
const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
</script>

<template>
  <div class="head">
    <div>
      <h1>Faults, and what to try</h1>
      <p class="soft">
        {{ screen.classId ? classes.byId.value.get(screen.classId)?.name : "All classes" }}; no names stand
        here.
      </p>
    </div>
    <div class="ways screen">
      <PaperChoice />
      <el-button type="primary" @click="print">Print</el-button>
    </div>
  </div>
  <ResultsTabs class="screen" />
  <section v-if="gallery.data.value?.watch.length" class="watch" aria-labelledby="watch">
    <h2 id="watch">This class should watch, from its last firing</h2>
    <ul>
      <li v-for="w in gallery.data.value.watch" :key="w">{{ w }}</li>
    </ul>
  </section>
  <article v-for="c in gallery.data.value?.causes ?? []" :key="c.name" class="cause">
    <h2>
      {{ upper(c.name) }} <span class="soft num">{{ c.faults.length }}</span>
    </h2>
    <p class="try">{{ c.try }}</p>
    <ul class="faults">
      <li v-for="(f, i) in c.faults" :key="i" :class="{ clear: f.clear }">
        <img
          v-if="f.picture"
          :src="`/api/photographs/${f.picture}/picture`"
          :alt="`${f.form}: ${f.surface}, ${f.name}`"
        />
        <PieceSketch v-else-if="byId.get(f.piece)" :piece="byId.get(f.piece)!" class="drawn" />
        <span
          >{{ upper(f.form) }}, {{ f.surface.toLowerCase() }}: <b>{{ f.name }}</b></span
        >
      </li>
    </ul>
  </article>
  <p v-if="gallery.data.value && !gallery.data.value.causes.length" class="empty">
    No fault is noted{{ screen.classId ? " in this class" : "" }}. What is noted at the cart stands here by
    its cause.
  </p>
</template>

<style scoped>
.watch {
  background: var(--sheet);
  border-left: 6px solid var(--ink);
  padding: 10px 16px;
  margin-bottom: 18px;
  font-size: 18px;
}
.cause {
  break-inside: avoid;
  border-top: 2px solid var(--ink);
  padding: 8px 0 14px;
}
.cause h2 {
  margin: 0;
}
.try {
  font-size: 17px;
  margin: 2px 0 8px;
}
.faults {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 8px 18px;
}
.faults img {
  display: block;
  width: 100%;
  height: 150px;
  object-fit: cover;
  margin-bottom: 4px;
}
.drawn {
  width: 150px;
  height: 96px;
  margin-bottom: 4px;
}
.ways {
  display: flex;
  gap: 10px;
  align-items: center;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Piece, Schemas } from "@/api/client";
import { useGlazes } from "@/lib/useLists";
import { mL } from "@/ui/figures";

/** One page for whoever takes the lesson: what to put out, what is open, how this house does it. */
const props = defineProps<{ kit: Schemas["Kit"]; pieces: Piece[] }>();
const glazes = useGlazes();
const open = computed(() => props.kit.pieces.filter((p) => p.left.length));
const done = computed(
  () => props.pieces.filter((p) => p.revision && p.surfaces.every((s) => !s.left.length)).length,
);
const unplanned = computed(() =>
  props.pieces.filter((p) => !p.revision).map((p) => `${p.student} ${p.mark}`),
);
</script>

<template>
  <div class="page">
    <section>
      <h3>Put out</h3>
      <ul class="out">
        <li v-for="a in kit.amounts" :key="a.glaze">
          <b>{{ a.glaze }}</b> {{ glazes.byCode.value.get(a.glaze)?.name }}:
          <span class="num">{{ a.cups }} {{ a.cups > 1 ? "cups" : "cup" }}, {{ mL(a.ml) }}</span>
        </li>
      </ul>
      <p>
        Brushes:
        <template v-for="(b, i) in kit.brushes" :key="b.brush"
          >{{ i ? ", " : "" }}{{ b.pieces }} × {{ b.brush }}</template
        >. One sponge for each table, tile cards beside the jars.
      </p>
    </section>
    <section>
      <h3>How this house does it</h3>
      <ul class="rules">
        <li v-for="r in kit.rules" :key="r.name">
          <b>{{ r.name }}:</b> {{ r.says }}
        </li>
      </ul>
    </section>
    <section>
      <h3>Still to be laid</h3>
      <ol class="open">
        <li v-for="p in open" :key="p.id">
          <b>{{ p.student }} {{ p.mark }}</b> {{ p.left.join("; ") }}
        </li>
      </ol>
      <p>
        {{ done }} have every coat: their feet are checked next.
        <template v-if="unplanned.length"
          >Without a plan, not to be glazed yet: {{ unplanned.join(", ") }}.</template
        >
      </p>
    </section>
    <section class="care">
      <h3>Take care</h3>
      <p>
        Tick a stroke on the record sheet when a coat goes on. Bare where it stands. Unfinished pieces go to
        the student's own place, never to the ready shelf. Shake jars with the lid tight, away from faces. Dry
        glaze dust holds silica: wipe wet, never sweep. No eating at the bench; wash hands. Nobody opens the
        kiln but the person in charge.
      </p>
    </section>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 26px;
  font-size: 13px;
  line-height: 1.35;
}
.page section:nth-child(n + 3) {
  grid-column: 1 / -1;
}
.open {
  columns: 2;
}
.open li {
  break-inside: avoid;
}
.care {
  border: 2px solid #222;
  padding: 6px 12px;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { usePieces } from "@/lib/usePieces";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import { useUnits } from "@/lib/useUnits";
import PlaceLink from "@/ui/PlaceLink.vue";
import { INCH, mm } from "@/ui/figures";

/** Strips of paper with a line at a height above the table, at true size, and a ruler to check the printer. */
/** The heights that the pieces before their firing need; the usual ones where there are none. */
const { pieces } = usePieces();
const heights = computed(() => {
  const needed = new Set(
    pieces.value.filter((p) => !p.fired && p.bandMM > 0).map((p) => Math.ceil(p.bandMM)),
  );
  return needed.size ? [...needed].sort((a, b) => a - b) : [3, 6, 10, 13];
});
/** A ruler to check the printer by: ten centimetres, or four inches by eighths. */
const { inches } = useUnits();
const ruler = computed(() =>
  inches.value ? { mm: 4 * INCH, step: INCH / 8, major: 8 } : { mm: 100, step: 1, major: 10 },
);
const marks = computed(() => Math.round(ruler.value.mm / ruler.value.step));
const { print } = usePaper("15mm");
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft"><PlaceLink to="/foot">Foot and cover</PlaceLink> · on paper</p>
      <h1>Foot gauge</h1>
      <p class="soft">
        Print at 100 %, never "fit to page". Measure the ruler: it has to be {{ mm(ruler.mm) }}. Cut along the
        table lines, glue onto card, and stand a strip beside the foot: the line is how high it has to be
        bare.
      </p>
    </div>
    <div class="ways">
      <PaperChoice />
      <el-button type="primary" @click="print">Print</el-button>
    </div>
  </div>
  <div class="gauge">
    <figure v-for="h in heights" :key="h">
      <svg
        width="160mm"
        :height="`${h + 16}mm`"
        :viewBox="`0 0 160 ${h + 16}`"
        role="img"
        :aria-label="`A strip with a line ${mm(h)} above the table`"
      >
        <rect x="0" y="0" width="160" :height="h + 16" class="strip" />
        <rect x="0" y="16" width="160" :height="h" class="band" />
        <line x1="0" x2="160" y1="16" y2="16" class="edge" :data-mm="h" />
        <text x="4" y="10">{{ mm(h) }}</text>
        <text x="156" y="10" text-anchor="end" class="small">bare below this line</text>
        <line x1="0" x2="160" :y1="h + 16" :y2="h + 16" class="table" />
      </svg>
      <figcaption>table</figcaption>
    </figure>
    <figure>
      <svg
        :width="`${ruler.mm + 4}mm`"
        height="14mm"
        :viewBox="`-2 0 ${ruler.mm + 4} 14`"
        role="img"
        :aria-label="`A ruler of ${mm(ruler.mm)}`"
      >
        <line x1="0" :x2="ruler.mm" y1="4" y2="4" class="edge" />
        <line
          v-for="m in marks + 1"
          :key="m"
          :x1="(m - 1) * ruler.step"
          :x2="(m - 1) * ruler.step"
          y1="4"
          :y2="(m - 1) % ruler.major ? 6 : 8.5"
          class="tick"
        />
        <text
          v-for="m in marks / ruler.major + 1"
          :key="`t${m}`"
          :x="(m - 1) * ruler.major * ruler.step"
          y="12.5"
          text-anchor="middle"
          class="small"
        >
          {{ (m - 1) * (inches ? 1 : 10) }}
        </text>
      </svg>
      <figcaption>
        This ruler is {{ mm(ruler.mm) }} long. If yours is not, the printer scaled the page: the strips are
        wrong.
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 12px;
}
.gauge {
  display: grid;
  gap: 9mm;
  background: #fff;
  padding: 8mm;
  width: fit-content;
}
figure {
  margin: 0;
}
svg {
  display: block;
}
.strip {
  fill: #fff;
  stroke: #999;
  stroke-width: 0.2;
}
.band {
  fill: #e4e4e4;
}
.edge {
  stroke: #000;
  stroke-width: 0.3;
}
.table {
  stroke: #000;
  stroke-width: 0.8;
}
.tick {
  stroke: #000;
  stroke-width: 0.2;
}
text {
  font-size: 5px;
}
.small {
  font-size: 3.4px;
}
figcaption {
  font-size: 12px;
  color: var(--soft);
}
@media print {
  .gauge {
    padding: 0;
  }
}
</style>

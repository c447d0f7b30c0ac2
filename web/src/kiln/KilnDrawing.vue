<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { around, box } from "@/kiln/shapes";
import { mm } from "@/ui/figures";

/** A kiln to scale: from above with its shelf, and from the side with its height. */
const props = defineProps<{ seen: Schemas["KilnSeen"] }>();
const k = computed(() => props.seen.kiln);
const drawn = computed(() => props.seen.edge.length > 0);
const edge = computed(() => box(props.seen.edge));
const plate = computed(() => box(props.seen.plate));
const gap = 60;
const sideX = computed(() => edge.value.x + edge.value.width + gap);
const frame = computed(() => {
  const high = Math.max(edge.value.height, k.value.tallMM);
  return `${edge.value.x - 12} ${edge.value.y - 12} ${2 * edge.value.width + gap + 24} ${high + 3 * letters.value}`;
});
/** Letters of one size on every drawing. */
const letters = computed(() => edge.value.width / 15);
/** As many shelves as there are, evenly: how a stack might look. */
const shelves = computed(() => {
  const n = Math.min(k.value.whole.count, 6);
  const free = k.value.tallMM - k.value.floorMM - k.value.lidMM;
  return Array.from({ length: n }, (_, i) => k.value.floorMM + (i * free) / n);
});
const low = computed(() => edge.value.y + k.value.tallMM);
</script>

<template>
  <svg
    v-if="drawn"
    class="kiln"
    :viewBox="frame"
    role="img"
    :aria-label="`${k.name} from above and from the side`"
  >
    <path class="wall" :d="around(seen.edge)" />
    <path class="plate" :d="around(seen.plate)" />
    <path class="standing" :d="around(seen.standing)" />
    <path v-if="k.half.count" class="cut" :d="`M0 ${plate.y}v${plate.height}`" />
    <path
      v-if="seen.rod"
      class="rod"
      :d="`M${seen.rod[0]!.x} ${-seen.rod[0]!.y}L${seen.rod[1]!.x} ${-seen.rod[1]!.y}`"
    />
    <rect class="wall" :x="sideX" :y="edge.y" :width="edge.width" :height="k.tallMM" />
    <rect
      v-for="z in shelves"
      :key="z"
      class="shelf"
      :x="sideX + plate.x - edge.x"
      :y="low - z - k.whole.thickMM"
      :width="plate.width"
      :height="k.whole.thickMM"
    />
    <path
      v-if="seen.rod"
      class="rod"
      :d="`M${sideX + seen.rod[0]!.x - edge.x} ${low - k.thermocouple.highMM}H${sideX + seen.rod[1]!.x - edge.x}`"
    />
    <text :font-size="letters" :x="edge.x + edge.width / 2" :y="edge.y + edge.height + 1.6 * letters">
      {{ mm(k.widthMM) }}
    </text>
    <text :font-size="letters" :x="sideX + edge.width / 2" :y="low + 1.6 * letters">
      {{ mm(k.tallMM) }} tall
    </text>
  </svg>
</template>

<style scoped>
.kiln {
  width: 100%;
  max-height: 260px;
}
.wall {
  fill: #d2d2d2;
  stroke: #8c8c8c;
  stroke-width: 8;
}
.plate {
  fill: var(--paper);
  stroke: #6f6f6f;
  stroke-width: 3;
}
.standing {
  fill: none;
  stroke: #8c8c8c;
  stroke-dasharray: 10 8;
  stroke-width: 2;
}
.cut {
  stroke: #6f6f6f;
  stroke-width: 2;
  stroke-dasharray: 3 6;
}
.rod {
  stroke: var(--ink);
  stroke-width: 9;
  stroke-linecap: round;
}
.shelf {
  fill: #6f6f6f;
}
text {
  text-anchor: middle;
}
</style>

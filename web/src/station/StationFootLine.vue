<script setup lang="ts">
import { computed } from "vue";
import { useTablet } from "@/station/useStation";
import { mm } from "@/ui/figures";

/** How high the foot stays bare, and the caution that belongs to what is done now. */
const props = defineProps<{ bandMm: number; underPencil?: number; caution: string }>();
/** A pencil flat on the table draws at half its thickness: for more it lies on something. */
const pencil = computed(() =>
  props.underPencil ? `Lay the pencil on ${mm(props.underPencil)} of card` : "Lay the pencil on the table",
);
const station = useTablet();
const state = computed(() => station.known.value.state!);
</script>

<template>
  <p v-if="state.pictures" class="line">
    <svg viewBox="0 0 60 34" aria-hidden="true">
      <path d="M6 4 Q8 28 22 28 H38 Q52 28 54 4" />
      <path d="M0 30 H60" />
      <path d="M0 18 H60" class="band" />
    </svg>
    <!-- Hands under water: what is done when the coat is on. -->
    <svg viewBox="0 0 60 34" role="img" aria-label="Wash your hands. Nothing is eaten here.">
      <path d="M8 6 H34 V12 M30 6 V2 H38 V6" />
      <path d="M33 15 V19 M37 14 V20 M29 16 V19" class="band" />
      <path d="M16 30 Q18 22 30 22 L48 24 M16 30 Q32 33 50 28" />
    </svg>
    <span
      ><b class="num">{{ mm(bandMm) }}</b> bare{{
        state.wipes === "teacher" ? ": your teacher wipes it" : ""
      }}.</span
    >
  </p>
  <template v-else>
    <p class="line">
      <b>Foot:</b> bare up to <b class="num">{{ mm(bandMm) }}</b>. {{ pencil }}, turn the piece, wipe below
      the line{{ state.wipes === "teacher" ? "; your teacher wipes it" : "" }}.
    </p>
    <p class="caution">{{ caution }}</p>
  </template>
</template>

<style scoped>
.line svg {
  width: 74px;
  vertical-align: middle;
  margin-right: 12px;
}
.line path {
  fill: none;
  stroke: #111;
  stroke-width: 2;
}
.line .band {
  stroke-dasharray: 3 3;
}
</style>

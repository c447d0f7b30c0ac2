<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { cm2 } from "@/ui/figures";
import HalfSection from "@/ui/HalfSection.vue";

/** A piece as its measures make it: the half-section whose wall can be pulled, and the area of each surface. */
defineProps<{ sketched?: Schemas["Sketch"] }>();
const emit = defineEmits<{ pull: [measure: string, byMm: number] }>();
</script>

<template>
  <div class="drawing">
    <HalfSection
      v-if="sketched"
      :drawing="sketched.drawing"
      :surfaces="sketched.surfaces"
      colours="chalk"
      pull
      @pull="(measure, by) => emit('pull', measure, by)"
    />
  </div>
  <p class="areas num">
    <span v-for="s in sketched?.surfaces" :key="s.id">{{ s.name }} {{ cm2(s.areaCM2) }}</span>
  </p>
</template>

<style scoped>
.drawing {
  height: 250px;
  background: var(--sheet);
  border: 1px solid var(--line);
}
/* As high as it gets: what stands below stays where it was when another form is chosen. */
.areas {
  min-height: 45px;
  align-content: start;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>

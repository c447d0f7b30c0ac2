<script setup lang="ts">
import { computed } from "vue";
import type { RouteLocationRaw } from "vue-router";
import type { Schemas } from "@/api/client";
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";

/** Where the way out of a finding is taken that no press here can take: a choice, or another place. */
const props = defineProps<{ of: Schemas["Finding"]; piece: string; assignment: string }>();
const session = useSession();
const desk = (does: string) => ({
  path: `/plan/${props.piece}`,
  query: { do: does, ...(props.of.surface ? { surface: props.of.surface } : {}) },
});
interface Way {
  text: string;
  to: RouteLocationRaw;
  /** Only a teacher gets there. */
  teacher?: boolean;
}
const ways: Partial<Record<Schemas["Finding"]["where"], () => Way>> = {
  stack: () => ({ text: "Change the coats", to: desk("stack") }),
  tiles: () => ({ text: "Choose a tile", to: desk("tiles") }),
  details: () => ({ text: "Change details", to: desk("details") }),
  assignment: () => ({ text: "Change clay or cone", to: `/plan?change=${props.assignment}`, teacher: true }),
  rules: () => ({ text: "Open House rules", to: "/rules", teacher: true }),
  stock: () => ({ text: "Open Stock", to: "/stock" }),
  lessons: () => ({ text: "Open Lessons", to: "/lessons" }),
  classes: () => ({ text: "Open Classes", to: "/classes", teacher: true }),
  programme: () => ({ text: "Open Tiles to make", to: "/tiles/programme" }),
  wall: () => ({ text: "Open the tiles", to: "/tiles" }),
};
const way = computed(() => {
  const w = ways[props.of.where]?.();
  return w?.teacher && session.data.value?.role !== "teacher" ? undefined : w;
});
</script>

<template>
  <PlaceLink v-if="way" class="out" :to="way.to">{{ way.text }}</PlaceLink>
</template>

<style scoped>
.out {
  min-height: 32px;
  white-space: nowrap;
  align-content: center;
}
@media (pointer: coarse) {
  .out {
    min-height: 44px;
  }
}
</style>

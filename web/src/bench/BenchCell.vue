<script setup lang="ts">
import type { SurfaceState } from "@/api/client";
import TallyStrokes from "@/ui/TallyStrokes.vue";

/** One surface of one piece on the board: its tally, the next jar, and a way back. */
defineProps<{
  student: string;
  surface: SurfaceState;
  jar: string;
  /** What is to be done with resist on it, or lies on it. */
  resist: string;
  now: number;
  out: boolean;
}>();
const emit = defineEmits<{ add: []; back: []; focus: []; enter: [event: KeyboardEvent] }>();
</script>

<template>
  <button
    type="button"
    class="cell"
    :class="{ out }"
    :aria-label="
      `${student}, ${surface.name}: ${surface.on.length} on, ${surface.left.length} to go. ${jar} ${resist}`.trimEnd()
    "
    @click="emit('add')"
    @keydown.enter="emit('enter', $event)"
    @focus="emit('focus')"
  >
    <TallyStrokes :surface="surface" :now="now" />
    <span class="jar num">{{ resist || jar }}</span>
  </button>
  <button
    v-if="surface.on.length && !surface.on.at(-1)!.fired"
    type="button"
    class="back"
    :aria-label="`${student}, ${surface.name}: take the last coat back`"
    @click="emit('back')"
  >
    ↶
  </button>
</template>

<style scoped>
.cell {
  display: grid;
  gap: 1px;
  width: 100%;
  min-width: 108px;
  min-height: 54px;
  padding: 4px 46px 3px 9px;
  border: 0;
  background: none;
  cursor: pointer;
  text-align: left;
}
.out {
  opacity: 0.55; /* left out of the column that is coated as a whole */
  text-decoration: line-through;
}
.cell:hover {
  background: #fff;
}
.jar {
  font-size: 13px;
  color: var(--soft);
  white-space: nowrap;
}
.back {
  position: absolute;
  right: 1px;
  top: 5px;
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  cursor: pointer;
  font-size: 18px;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useRoom } from "@/room/useRoom";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** Which class is at the bench, where all of them together are more than anybody oversees. */
const props = defineProps<{ pieces: Piece[] }>();
const screen = useScreen();
const classes = useClasses();
const { room } = useRoom();
const counts = computed(() => Map.groupBy(props.pieces, (p) => p.class));
const choices = computed(() =>
  classes.taught.value
    .filter((c) => counts.value.has(c.id))
    .map((c) => ({ key: c.id, name: c.name, beside: String(counts.value.get(c.id)!.length) })),
);
const now = computed(() => choices.value.find((c) => room.value?.classes.includes(c.key)));
</script>

<template>
  <section aria-labelledby="who">
    <h2 id="who">Which class is at the bench?</h2>
    <p class="soft">
      {{ pieces.length }} pieces of {{ choices.length }} classes are open. Choose one, or find a student
      above.
    </p>
    <el-button v-if="now" type="primary" @click="screen.classId = now.key"
      >Open {{ now.name }}, in the room now</el-button
    >
    <ChoiceBar
      label="Class at the bench"
      :options="choices"
      @update:model-value="screen.classId = String($event)"
    />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 12px;
  justify-items: start;
  margin-top: 18px;
}
</style>

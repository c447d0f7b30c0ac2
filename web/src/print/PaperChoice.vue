<script setup lang="ts">
import { useScreen } from "@/lib/useScreen";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** A4 or Letter. */
const screen = useScreen();
const papers: { key: typeof screen.paper; name: string }[] = [
  { key: "A4", name: "A4" },
  { key: "letter", name: "Letter" },
];
</script>

<template>
  <ChoiceBar v-model="screen.paper" label="Paper" :options="papers" joined />
</template>

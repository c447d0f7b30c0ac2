<script setup lang="ts">
import { computed, ref } from "vue";
import ResultCard from "@/results/ResultCard.vue";
import { useGuide } from "@/lib/useLists";
import { usePieces } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";

const screen = useScreen();
const guide = useGuide();
const { pieces, isPending } = usePieces();
const marked = ref(false);
const shown = computed(() =>
  pieces.value.filter((p) => p.stage === "results" || (marked.value && p.stage === "done")),
);
</script>

<template>
  <div class="head">
    <div>
      <h1>Results</h1>
      <p class="soft">
        What came out, said by the student and marked by the teacher. A good stack becomes a tile.
      </p>
    </div>
    <el-checkbox v-model="marked" label="marked ones too" />
  </div>
  <p class="caution grind">
    Sharp drips: grind with eye protection and a mask. Enkaustos never calls a piece food safe.
  </p>
  <ul v-if="shown.length" class="cards">
    <li v-for="p in shown" :key="p.id"><ResultCard :piece="p" :marks="guide.data.value?.marks ?? []" /></li>
  </ul>
  <p v-else-if="!isPending" class="empty">
    Nothing waits{{ screen.classId ? " in this class" : "" }}. Pieces come here when their load is unloaded.
  </p>
</template>

<style scoped>
.grind {
  margin-bottom: 14px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 14px;
}
.cards li {
  display: grid;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

<script setup lang="ts">
import type { Schemas } from "@/api/client";
import type { Mark } from "@/wall/useRack";

/** What the cards of a photograph can do, which were left out, and what they have against each other. */
defineProps<{ read: Schemas["PhotographReading"]; cards: Mark[] }>();
const looked = defineModel<boolean>("looked", { required: true });
const emit = defineEmits<{ point: [mark: number] }>();
</script>

<template>
  <div role="status">
    <p class="says">
      {{ read.says }}
      <template v-for="l in read.leftOut" :key="l.card">
        Card {{ l.card + 1 }} was left out: {{ l.why }}.</template
      >
    </p>
    <section v-if="read.doubts.length" class="doubts" aria-label="Cards that disagree">
      <h3>Look at the cards first</h3>
      <ul>
        <li v-for="d in read.doubts" :key="d.why + d.card">
          <button
            v-if="d.card !== undefined && cards[d.card]"
            type="button"
            class="show"
            @click="emit('point', cards[d.card]!.id)"
          >
            Show card {{ d.card + 1 }}, {{ cards[d.card]!.kind }}
          </button>
          {{ d.why }}
        </li>
      </ul>
      <p>Mark it again, take it away, or type its own L*; then read once more. Nothing is kept until then.</p>
      <el-checkbox
        v-model="looked"
        label="I looked: the cards are right, keep the readings with their doubt"
      />
    </section>
  </div>
</template>

<style scoped>
.says {
  margin: 10px 0;
}
.doubts {
  border: 2px solid var(--ink);
  padding: 8px 12px;
  margin-bottom: 10px;
}
h3 {
  margin: 0 0 4px;
  font-size: 16px;
}
ul {
  margin: 0 0 6px;
  padding-left: 18px;
}
.show {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  font-weight: 640;
  text-decoration: underline;
  cursor: pointer;
}
</style>

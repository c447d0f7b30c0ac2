<script setup lang="ts">
import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** What a load risks, by what came of earlier ones. It holds nothing back. */
const props = defineProps<{ load: string }>();
const risks = useAsk(computed(() => queries.risks(props.load)));
const v = computed(() => risks.data.value);
const range = (low: number, high: number) => (low === high ? `${low}` : `${low} to ${high}`);
</script>

<template>
  <section v-if="v" class="risks" aria-labelledby="risks">
    <h2 id="risks">What it risks</h2>
    <p v-if="!v.enough" class="soft">
      Too few firings to say: {{ v.judged }} surfaces were judged at the cart, {{ v.needs }} are needed.
    </p>
    <p v-else-if="!v.surfaces" class="soft">No glazed piece stands in it yet.</p>
    <p v-else-if="!v.faults.length" class="soft">
      No fault is to be expected on its {{ v.surfaces }} surfaces.
    </p>
    <ul v-else>
      <li v-for="f in v.faults.slice(0, 4)" :key="f.name">
        <b class="num">{{ range(f.low, f.high) }}</b> of {{ v.surfaces }} surfaces: {{ f.name }}
        <ul v-if="f.first.length" class="first">
          <li v-for="s in f.first.slice(0, 3)" :key="s.piece + s.surface">
            {{ s.student }}, {{ s.surface }}. <span class="soft">{{ s.text }}</span>
          </li>
        </ul>
      </li>
    </ul>
    <details v-if="v.last?.said.length">
      <summary>How it did at {{ v.last.name }}</summary>
      <p v-for="f in v.last.said" :key="f.name" class="num">
        {{ f.name }}: said {{ range(f.low, f.high) }}, came {{ f.came }}
      </p>
    </details>
  </section>
</template>

<style scoped>
.risks {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 10px 14px 12px;
}
.risks > ul > li {
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
.first {
  font-size: 14px;
}
summary {
  cursor: pointer;
  text-decoration: underline;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** Why the faults of a piece came: likely causes, each with its evidence and what it rests on. */
const props = defineProps<{ piece: Piece }>();
const why = useAsk(computed(() => queries.why(props.piece.id, props.piece.seq)));
const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const hundred = (odds: number) => Math.max(1, Math.min(99, Math.round(odds * 100)));
</script>

<template>
  <section v-if="why.data.value?.length" class="why" aria-label="Why">
    <article v-for="f in why.data.value" :key="f.surface + f.fault">
      <h3>{{ f.surface }}: {{ f.name }}</h3>
      <p v-if="f.nothing" class="soft">Nothing on record explains it.</p>
      <ol v-else>
        <li v-for="c in f.causes" :key="c.cause">
          <span class="odds num" :style="{ '--share': `${hundred(c.odds)}%` }"
            >{{ hundred(c.odds) }} in 100</span
          >
          <span
            ><b>{{ c.said ? upper(c.name) : `Perhaps ${c.name}` }}.</b> {{ c.text }}</span
          >
        </li>
      </ol>
      <p><b>Next time:</b> {{ f.teach }}</p>
      <details v-if="f.causes.length">
        <summary>How this came about</summary>
        <p class="soft">
          Each cause that is there brings the fault about by itself:
          <span v-for="(c, i) in f.causes" :key="c.cause"
            >{{ i ? "; " : "" }}{{ c.name }} in {{ hundred(c.share) }} of 100 cases here ({{
              hundred(c.prior)
            }}
            before anything was learned, from memory; {{ c.of }} seen here)</span
          >. That none of them had a part: {{ hundred(f.none ?? 0) }} in 100.
        </p>
      </details>
    </article>
  </section>
</template>

<style scoped>
.why {
  width: 100%;
  display: grid;
  gap: 10px;
}
article {
  border-left: 4px solid var(--ink);
  padding-left: 12px;
}
h3 {
  margin: 0 0 4px;
}
li {
  display: grid;
  grid-template-columns: 86px 1fr;
  gap: 10px;
  padding: 4px 0;
  line-height: 1.3;
}
.odds {
  align-self: start;
  font-size: 13.5px;
  padding-bottom: 3px;
  background: linear-gradient(var(--ink), var(--ink)) left bottom / var(--share) 3px no-repeat;
}
p {
  margin: 4px 0;
}
summary {
  cursor: pointer;
  text-decoration: underline;
}
</style>

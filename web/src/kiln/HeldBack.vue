<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import PlaceLink from "@/ui/PlaceLink.vue";
import { dayAndClock } from "@/ui/moments";

/** What may not be fired yet, by what holds it back first, so that one act frees a row. */
const props = defineProps<{ pieces: Piece[] }>();
const classes = useClasses();
const held = computed(() =>
  props.pieces.filter((p) => p.blockers.length && !p.fired && p.stage !== "plan" && p.stage !== "bench"),
);
const earlier = computed(() => props.pieces.filter((p) => p.stage === "plan" || p.stage === "bench").length);
/** Blocked pieces by what blocks them first, so that one act frees a row. */
const heldBy = computed(() =>
  [...Map.groupBy(held.value, (p) => p.blockers[0]!.code)].map(([code, list]) => ({
    code,
    list,
    first: list[0]!.blockers[0]!,
  })),
);
function clears(list: Piece[]) {
  const last = list
    .map((p) => p.blockers[0]?.clearsAt ?? "")
    .sort()
    .at(-1);
  return last ? ` By itself, the last ${dayAndClock(last)}.` : "";
}
</script>

<template>
  <section v-if="heldBy.length" aria-labelledby="held">
    <h2 id="held">Not yet</h2>
    <details v-for="h in heldBy" :key="h.code" class="held">
      <summary>
        <b class="num">{{ h.list.length }}</b> {{ h.first.text }}
        <span class="way">{{ h.first.way }}{{ clears(h.list) }}</span>
      </summary>
      <ul>
        <li v-for="p in h.list" :key="p.id">
          <PlaceLink :to="h.first.stage === 'plan' ? `/plan/${p.id}` : `/${h.first.stage}`"
            ><b>{{ p.student }} {{ p.mark }}</b></PlaceLink
          >
          {{ p.title }}, {{ classes.byId.value.get(p.class)?.name }}
          <span v-for="b in p.blockers.slice(1)" :key="b.code + b.surface" class="soft"
            >Also: {{ b.text }}</span
          >
        </li>
      </ul>
    </details>
    <p v-if="earlier" class="soft">
      {{ earlier }} more are still on <PlaceLink to="/plan">paper</PlaceLink> or at the
      <PlaceLink to="/bench">bench</PlaceLink>.
    </p>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 26px;
}
.held {
  background: var(--sheet);
  border: 1px solid var(--line);
  margin-top: 6px;
  padding: 8px 14px;
}
summary {
  cursor: pointer;
}
summary b {
  font-size: 20px;
  font-weight: 400;
  margin-right: 8px;
}
.way {
  font-weight: 600;
}
.held ul {
  padding: 8px 0 2px;
  columns: 2;
}
</style>

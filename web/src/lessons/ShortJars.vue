<script setup lang="ts">
import { computed } from "vue";
import NearJars from "@/lessons/NearJars.vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mL } from "@/ui/figures";
import { dateAndClock } from "@/ui/moments";

/** What will be short today and on the next day with lessons, over all classes, while there is time to see to it. */
const query = useAsk(queries.shortages(1));
const all = computed(() => query.data.value ?? []);
</script>

<template>
  <section v-if="all.length" class="sheet" aria-labelledby="short">
    <h2 id="short">Short before the next day is over</h2>
    <ul class="num">
      <li v-for="j in all" :key="j.code">
        <i :style="{ background: j.raw }" aria-hidden="true" />
        <span>
          <b>▲ {{ j.code }}</b> {{ j.name }}: {{ mL(j.short) }} short. {{ mL(j.left) }} in the jar,
          {{ mL(j.takes) }} asked for{{ j.kept ? `, ${mL(j.kept)} kept for other projects` : "" }}.
          <template v-if="j.first">
            First in
            <PlaceLink :to="`/lessons/${j.first.key}/before`"
              >{{ j.first.names }}, {{ dateAndClock(j.first.begins) }}</PlaceLink
            >. </template
          ><template v-if="j.hit.length"
            >Without it: {{ j.hit.slice(0, 6).join(", ")
            }}{{ j.hit.length > 6 ? ` and ${j.hit.length - 6} more` : "" }}. </template
          ><NearJars :near="j.nearest" />
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.sheet {
  padding: 12px 16px;
  margin-bottom: 18px;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr;
  gap: 8px;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
li > i {
  width: 18px;
  height: 18px;
  border: 1px solid var(--ink);
  border-radius: 50%;
  margin-top: 3px;
}
</style>

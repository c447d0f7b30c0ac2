<script setup lang="ts">
import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mL } from "@/ui/figures";
import { dateAndClock } from "@/ui/moments";

/** What is to be prepared for the next lesson of a class. */
const props = defineProps<{ classes: string[]; after: string }>();
const around = useAsk(computed(() => queries.around(props.classes[0] ?? "")));
const next = computed(() =>
  around.data.value?.next.find((l) => Date.parse(l.begins) >= Date.parse(props.after)),
);
const query = useAsk(computed(() => ({ ...queries.before(next.value?.key ?? ""), enabled: !!next.value })));
const data = computed(() => query.data.value);
const lines = computed(() => {
  const d = data.value;
  if (!d) return [];
  const short = d.glazes.filter((g) => g.short);
  return [
    { name: "Short", says: short.map((g) => `${g.code} ${g.name}, ${mL(g.short!)}`).join("; ") },
    { name: "Pour", says: d.glazes.map((g) => `${g.code} ${mL(g.ml)}`).join(", ") },
    { name: "Jars", says: d.jars.map((j) => `${j.act} ${j.code}`).join(", ") },
    {
      name: "Clean",
      says: d.clean.length === 1 ? "1 piece" : d.clean.length ? `${d.clean.length} pieces` : "",
    },
    {
      name: "Overdue",
      says: d.away
        .filter((a) => a.overdue)
        .map((a) => a.student)
        .join(", "),
    },
  ].filter((l) => l.says);
});
</script>

<template>
  <section v-if="next" class="sheet" aria-labelledby="next">
    <h2 id="next">
      To prepare for
      <PlaceLink :to="`/lessons/${next.key}/before`">{{ dateAndClock(next.begins) }}</PlaceLink>
    </h2>
    <dl class="num">
      <template v-for="l in lines" :key="l.name">
        <dt>{{ l.name }}</dt>
        <dd>{{ l.says }}</dd>
      </template>
    </dl>
    <p v-if="data && !lines.length" class="soft">Nothing needs preparing.</p>
  </section>
</template>

<style scoped>
.sheet {
  padding: 14px 16px;
}
dl {
  display: grid;
  grid-template-columns: 70px 1fr;
  gap: 4px 12px;
  margin: 8px 0 0;
}
dd {
  margin: 0;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useNow } from "@/lib/useNow";
import PlaceLink from "@/ui/PlaceLink.vue";
import { mL } from "@/ui/figures";
import { soon } from "@/ui/moments";

/** The lesson that runs and the one that comes, each with what it wants first. */
const around = useAsk(queries.around(""));
const now = useNow();
const runs = computed(() => around.data.value?.now);
const next = computed(() => around.data.value?.next[0]);
const before = useAsk(computed(() => ({ ...queries.before(next.value?.key ?? ""), enabled: !!next.value })));
const left = computed(() => before.data.value?.left ?? []);
const short = computed(() => before.data.value?.glazes.filter((g) => g.short) ?? []);
/** What is to be done for it. */
const wants = computed(() => {
  const d = before.data.value;
  if (!d) return "";
  const many = (n: number, one: string, what: string) =>
    n ? `${n} ${one}${n === 1 ? "" : "s"} ${what}` : "";
  return [
    many(d.glazes.filter((g) => !g.poured).length, "glaze", "to put out"),
    many(d.jars.length, "jar", "to see to"),
    many(d.clean.length, "piece", "to clean"),
    many(d.hand.length, "piece", "to hand out"),
  ]
    .filter(Boolean)
    .join(", ");
});
</script>

<template>
  <section v-if="runs || next" class="lessons num" aria-labelledby="lessons">
    <h2 id="lessons" class="visually-hidden">Lessons</h2>
    <p v-if="runs">
      <b>Now: {{ runs.names }}</b> until {{ runs.ends }}.
      <PlaceLink :to="`/lessons/${runs.key}`">Who does what</PlaceLink>
      <PlaceLink :to="`/lessons/${runs.key}/close`">Until the bell</PlaceLink>
    </p>
    <div v-if="next">
      <p>
        <b>Next: {{ next.names }}</b
        >, {{ soon(next.begins, now) }}. {{ wants ? `${wants}.` : "" }}
        <PlaceLink :to="`/lessons/${next.key}/before`">Before the first brush</PlaceLink>
      </p>
      <p v-if="left.length" class="left">
        <b>Left from its last lesson:</b> {{ left.slice(0, 3).join("; ")
        }}{{ left.length > 3 ? ` and ${left.length - 3} more` : "" }}.
      </p>
      <p v-if="short.length" class="left">
        <b>▲ Short:</b> {{ short.map((g) => `${g.code} ${g.name}, ${mL(g.short!)}`).join("; ") }}.
      </p>
    </div>
  </section>
</template>

<style scoped>
.lessons {
  background: var(--paper);
  border: 1px solid var(--line-strong);
  padding: 10px 16px;
  margin-bottom: 20px;
  display: grid;
  gap: 6px;
}
a {
  margin-left: 10px;
}
.left {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
  margin-top: 4px;
}
</style>

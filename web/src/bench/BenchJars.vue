<script setup lang="ts">
import { computed } from "vue";
import { answer, api, type Piece } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";

/** The jars whose glaze goes on next, and what is to be done before the brush goes in: closed, put right, stirred. */
const props = defineProps<{ pieces: Piece[] }>();
const changed = useChanged();
const jars = useAsk({ ...queries.glazes(), refetchInterval: 60_000 });
const next = computed(
  () => new Set(props.pieces.flatMap((p) => p.surfaces.flatMap((s) => s.left[0]?.glaze ?? []))),
);
const wanted = computed(() => (jars.data.value ?? []).filter((g) => next.value.has(g.code)));
const doubted = computed(() => wanted.value.filter((g) => g.doubted));
const odd = computed(() => wanted.value.filter((g) => g.lies && !g.doubted));
const settled = computed(() => wanted.value.filter((g) => g.settled && !g.doubted));
/** Jars of one reason are named together. */
const groups = computed(() =>
  [...new Set(settled.value.map((g) => g.settled!))].map((why) => ({
    why,
    codes: settled.value.filter((g) => g.settled === why).map((g) => g.code),
  })),
);
async function stirred(codes: string[]) {
  if (!(await attempt(answer(api.POST("/glazes/stirred", { body: { codes } }))))) return;
  await changed("glaze");
  say(codes.length === 1 ? `${codes[0]} is stirred.` : `${codes.length} jars are stirred.`);
}
</script>

<template>
  <section
    v-if="doubted.length || odd.length || settled.length"
    class="jars"
    aria-label="Jars before the brush"
  >
    <p v-for="g in doubted" :key="g.code">
      <b>✕ Leave {{ g.code }} closed</b>: {{ g.doubted }}.
      <PlaceLink :to="{ path: '/stock', query: { jar: g.code } }">The pieces that took from it</PlaceLink>
    </p>
    <p v-for="g in odd" :key="g.code">
      <b>▲ {{ g.code }}</b
      >: {{ g.lies }}. <PlaceLink :to="{ path: '/stock', query: { jar: g.code } }">Put it right</PlaceLink>
    </p>
    <p v-for="g in groups" :key="g.why">
      <b>Stir {{ g.codes.join(", ") }}</b
      >: {{ g.why }}.
      <el-button size="small" @click="stirred(g.codes)">Stirred</el-button>
    </p>
    <p v-if="settled.length" class="soft">
      One to two minutes each, lid tight; what is left unmixed then stays so. A bucket before every piece.
    </p>
  </section>
</template>

<style scoped>
.jars {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 7px 12px;
  margin-bottom: 14px;
  max-width: 110ch;
}
</style>

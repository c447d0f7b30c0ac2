<script setup lang="ts">
import { computed } from "vue";
import { useRoute, useRouter } from "vue-router";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useNow } from "@/lib/useNow";
import { useLocalStorage } from "@vueuse/core";
import PlaceLink from "@/ui/PlaceLink.vue";
import { useKeys } from "@/ui/useKeys";
import GlazeFace from "@/ui/GlazeFace.vue";
import { clock } from "@/ui/moments";

/** The lesson for the projector: time left, what dries until when, today's colours. No names unless asked for. */
const route = useRoute();
const router = useRouter();
const key = computed(() => String(route.params.key));
const now = useNow();
const query = useAsk(computed(() => queries.before(key.value)));
const data = computed(() => query.data.value);
const ends = useAsk(computed(() => queries.close(key.value)));
const pieces = useAsk(queries.pieces(""));
const names = useLocalStorage("wall-names", false);
useKeys({ n: () => (names.value = !names.value), Escape: () => router.push(`/lessons/${key.value}`) });

const clearing = computed(() => Date.parse(ends.data.value?.clearing ?? ""));
const left = computed(() => {
  const lesson = data.value?.lesson;
  if (!lesson || Number.isNaN(clearing.value)) return undefined;
  const minutes = (until: number) => Math.max(0, Math.ceil((until - now.value) / 60_000));
  if (now.value < Date.parse(lesson.begins))
    return { n: minutes(Date.parse(lesson.begins)), says: "until the lesson begins" };
  if (now.value < clearing.value) return { n: minutes(clearing.value), says: "until clearing up" };
  return { n: minutes(Date.parse(lesson.rings)), says: "until the bell: clear up now" };
});
/** Coats that are wet now, the first to be dry first. */
const wet = computed(() =>
  (pieces.data.value?.pieces ?? [])
    .filter((p) => data.value?.lesson.classes.includes(p.class))
    .flatMap((p) =>
      p.surfaces
        .filter((s) => s.dryAt && Date.parse(s.dryAt) > now.value)
        .map((s) => ({
          id: p.id + s.id,
          who: p.student,
          where: s.name,
          glaze: s.on.at(-1)?.glaze ?? "",
          dryAt: s.dryAt!,
        })),
    )
    .sort((a, b) => a.dryAt.localeCompare(b.dryAt)),
);
</script>

<template>
  <main v-if="data" class="wall">
    <h1 class="visually-hidden">The lesson on the wall</h1>
    <section class="time num" aria-label="Time left">
      <b>{{ left?.n ?? "" }}</b>
      <span>{{ left ? `min ${left.says}` : "" }}</span>
      <span class="bell">the bell goes at {{ data.lesson.ends }}</span>
    </section>
    <section class="wet num" aria-label="Drying">
      <h2>{{ wet.length ? "Drying" : "Nothing is drying" }}</h2>
      <ul>
        <li v-for="w in wet.slice(0, 8)" :key="w.id">
          <b>{{ clock(w.dryAt) }}</b> {{ w.glaze }}, {{ w.where.toLowerCase()
          }}<template v-if="names">, {{ w.who }}</template>
        </li>
      </ul>
      <p v-if="wet.length > 8">and {{ wet.length - 8 }} more</p>
    </section>
    <ul class="colours" aria-label="Colours of today">
      <li v-for="g in data.colours" :key="g.code">
        <span class="faces"
          ><GlazeFace :raw="g.raw" colours="chalk" /><GlazeFace :fired="g.fired" colours="fired"
        /></span>
        <b>{{ g.code }}</b> {{ g.name }}
      </li>
    </ul>
    <p class="care">
      Dry to the touch before the next coat. Wash brush and hands between colours. Nothing to eat here. Dust
      is wiped wet, never swept.
    </p>
    <nav class="screen" aria-label="Of the wall">
      <el-button size="small" @click="names = !names">{{ names ? "Hide names" : "Show names" }}</el-button>
      <PlaceLink :to="`/lessons/${key}`">Back</PlaceLink>
    </nav>
  </main>
</template>

<style scoped>
.wall {
  position: fixed;
  inset: 0;
  z-index: 50;
  overflow: auto;
  background: #1c1c1c;
  color: #f3f3f3;
  padding: 4vh 4vw 2vh;
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  grid-template-rows: auto 1fr auto auto;
  gap: 3vh 4vw;
}
.time {
  display: grid;
  align-content: start;
  font-size: 3.2vh;
}
.time b {
  font-size: 26vh;
  line-height: 0.95;
  font-weight: 500;
}
.bell {
  color: #c4c4c4;
}
.wet {
  font-size: 3.2vh;
}
.wet h2 {
  font-size: 3.6vh;
  margin-bottom: 1vh;
}
.wet li {
  border-top: 1px solid #4a4a4a;
  padding: 0.6vh 0;
}
.wet b {
  margin-right: 1vw;
}
.colours {
  grid-column: 1 / -1;
  align-self: end;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(13vw, 1fr));
  gap: 1.6vh 1vw;
  font-size: 2.2vh;
}
.faces {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 8vh;
  border: 1px solid #6a6a6a;
}
.care {
  grid-column: 1 / -1;
  font-size: 2.4vh;
  border-top: 3px double #f3f3f3;
  padding-top: 1.2vh;
}
nav {
  grid-column: 1 / -1;
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: flex-end;
}
@media (max-width: 800px) {
  .wall {
    grid-template-columns: 1fr;
  }
}
</style>

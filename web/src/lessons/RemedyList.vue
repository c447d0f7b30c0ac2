<script setup lang="ts">
import { ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { attempt } from "@/ui/messages";

/** Pieces that ask for more than the lessons left have time for, and what would bring each back. */
const props = defineProps<{
  lesson: string;
  pieces: Schemas["PieceCourse"][];
  when: (lesson: number) => string;
}>();
const found = ref<Record<string, Schemas["Remedy"][]>>({});
const busy = ref("");
async function ask(piece: string) {
  busy.value = piece;
  const all = await attempt(
    answer(api.GET("/lessons/{key}/remedies", { params: { path: { key: props.lesson }, query: { piece } } })),
  );
  busy.value = "";
  if (all) found.value = { ...found.value, [piece]: all };
}
</script>

<template>
  <section class="sheet" aria-labelledby="behind">
    <h2 id="behind">More than there is time for</h2>
    <ul>
      <li v-for="p in pieces" :key="p.piece">
        <p>
          <b>{{ p.student }}</b> {{ p.title }}: finished {{ when(p.done) }}
        </p>
        <el-button v-if="!found[p.piece]" size="small" :loading="busy === p.piece" @click="ask(p.piece)"
          >Find what would help</el-button
        >
        <ul v-else class="ways">
          <li v-for="r in found[p.piece]" :key="r.text">
            <b aria-hidden="true">{{ r.enough ? "✓" : "·" }}</b>
            <span
              >{{ r.text }}
              <span class="soft">Finished {{ when(r.done) }}{{ r.enough ? ", in time" : "" }}.</span></span
            >
          </li>
          <li v-if="!found[p.piece]!.length">
            Nothing that was tried finishes it sooner: talk about a simpler plan.
          </li>
        </ul>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.sheet {
  padding: 14px 16px;
}
.sheet > ul > li {
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
.ways {
  margin-top: 4px;
  display: grid;
  gap: 6px;
}
.ways li {
  display: grid;
  grid-template-columns: 16px 1fr;
}
</style>

<script lang="ts">
import { shallowRef } from "vue";
import type { Schemas } from "@/api/client";

/** Kept while the page is open: nothing moves as it comes. */
const all = shallowRef<{ class: string; seating: Schemas["Seating"] }[]>([]);
</script>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api } from "@/api/client";
import { useTablet } from "@/station/useStation";

/** Up to three jars that a child would like to work with, the best first; and the jar it sits at. */
const props = defineProps<{ classes: string[] }>();
const emit = defineEmits<{ loaded: [] }>();
const station = useTablet();
const open = ref(false);
const who = ref("");
const trouble = ref("");
async function look() {
  try {
    all.value = await Promise.all(
      props.classes.map(async (id) => ({
        class: id,
        seating: await answer(api.GET("/classes/{id}/seating", { params: { path: { id } } })),
      })),
    );
  } catch {
    all.value = []; // it comes back with the network
  }
  emit("loaded");
}
watch([() => props.classes.join(), station.news], look, { immediate: true });
/** The classes that sit by glaze: whose teacher offers jars. */
const offering = computed(() => all.value.filter((c) => c.seating.jars.some((j) => j.offered)));
const students = computed(() =>
  offering.value.flatMap((c) => c.seating.students.map((s) => ({ ...s, class: c.class }))),
);
const chosen = computed(() => students.value.find((s) => s.id === who.value));
const jars = computed(
  () =>
    offering.value
      .find((c) => c.class === chosen.value?.class)
      ?.seating.jars.filter((j) => j.offered && !j.trouble) ?? [],
);
const silent = computed(() => students.value.filter((s) => !s.choices.length).length);
const seat = (code: string) => jars.value.find((j) => j.code === code);
async function toggle(code: string) {
  const s = chosen.value;
  if (!s) return;
  const now = s.choices.includes(code) ? s.choices.filter((c) => c !== code) : [...s.choices, code];
  try {
    const seating = await answer(
      api.PUT("/classes/{id}/choices", {
        params: { path: { id: s.class } },
        body: { student: s.id, choices: now },
      }),
    );
    all.value = all.value.map((c) => (c.class === s.class ? { class: c.class, seating } : c));
    trouble.value = "";
  } catch (error) {
    trouble.value = (error as Error).message;
  }
}
</script>

<template>
  <section v-if="offering.length" class="seats fold" aria-labelledby="seats">
    <h2 id="seats">
      <button type="button" :aria-expanded="open" @click="open = !open">Choose my jars</button>
      <span class="num">{{ silent ? `${silent} to choose` : "all have chosen" }}</span>
    </h2>
    <template v-if="open">
      <ul v-if="!chosen" class="names">
        <li v-for="s in students" :key="s.id">
          <button type="button" class="plain" @click="who = s.id">
            <span v-if="s.mark !== s.name" aria-hidden="true">{{ s.mark }}</span> {{ s.name }}
            <small v-if="s.at">sits at {{ s.at }}</small>
            <small v-else-if="s.choices.length">chose {{ s.choices.join(", ") }}</small>
          </button>
        </li>
      </ul>
      <template v-else>
        <p class="who">
          <b>{{ chosen.name }}</b>: the one you like best first, up to three.
          <template v-if="chosen.at">You sit at {{ chosen.at }} {{ seat(chosen.at)?.name }}.</template>
        </p>
        <ul class="jars">
          <li v-for="j in jars" :key="j.code">
            <button
              type="button"
              :aria-pressed="chosen.choices.includes(j.code)"
              :aria-label="`${j.code} ${j.name}${chosen.choices.includes(j.code) ? `, choice ${chosen.choices.indexOf(j.code) + 1}` : ''}`"
              @click="toggle(j.code)"
            >
              <span class="faces" aria-hidden="true"
                ><i :style="{ background: j.raw }" /><i
                  :class="{ untold: !j.fired }"
                  :style="{ background: j.fired }"
              /></span>
              <span
                ><b>{{ j.code }}</b> {{ j.name }}</span
              >
              <b v-if="chosen.choices.includes(j.code)" class="rank">{{
                chosen.choices.indexOf(j.code) + 1
              }}</b>
            </button>
          </li>
        </ul>
        <p v-if="trouble" role="alert">{{ trouble }}</p>
        <button type="button" class="big" @click="who = ''">Done</button>
      </template>
    </template>
  </section>
</template>

<style scoped>
.names,
.jars {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 8px;
  margin: 8px 0;
}
.names button {
  width: 100%;
  text-align: left;
}
small {
  display: block;
  color: var(--soft);
}
.jars button {
  position: relative;
  width: 100%;
  font: inherit;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  padding: 8px;
  text-align: left;
}
.jars button[aria-pressed="true"] {
  border-color: var(--ink);
  box-shadow: inset 0 0 0 2px var(--ink);
}
.faces {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 64px;
  margin-bottom: 6px;
}
.rank {
  position: absolute;
  top: 4px;
  right: 4px;
  background: var(--ink);
  color: #fff;
  width: 40px;
  height: 40px;
  border-radius: 50%;
  display: grid;
  place-items: center;
  font-size: 22px;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { answer, api, type Glaze, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { attempt } from "@/ui/messages";

/** How a jar is found in the room, and how many work out of it at once. */
const props = defineProps<{ glaze: Glaze }>();
const tell = useChanged();
const path = computed(() => ({ params: { path: { code: props.glaze.code } } }));
const looks = {
  "": "not said",
  tall: "tall jar",
  squat: "squat jar",
  bottle: "bottle",
  bucket: "bucket",
} as const;
async function change(body: Schemas["JarChange"]) {
  await attempt(answer(api.PUT("/glazes/{code}", { ...path.value, body })));
  await tell("glaze");
}
const text = (e: Event) => (e.target as HTMLInputElement).value;
</script>

<template>
  <details>
    <summary>
      {{ [glaze.place, glaze.look && looks[glaze.look]].filter(Boolean).join(", ") || "Where it stands" }}
    </summary>
    <label>
      Place
      <input
        :value="glaze.place ?? ''"
        maxlength="60"
        placeholder="shelf 2, left"
        :aria-label="`Where ${glaze.code} stands`"
        @change="change({ place: text($event) })"
      />
    </label>
    <label>
      Looks like
      <select
        :value="glaze.look ?? ''"
        :aria-label="`What ${glaze.code} looks like`"
        @change="change({ look: text($event) as Schemas['JarChange']['look'] })"
      >
        <option v-for="(name, look) in looks" :key="look" :value="look">{{ name }}</option>
      </select>
    </label>
    <label>
      Seats at it
      <input
        type="number"
        min="0"
        max="32"
        :value="glaze.seats ?? ''"
        placeholder="as the house"
        :aria-label="`Seats at ${glaze.code}`"
        @change="change({ seats: Number(text($event)) || 0 })"
      />
    </label>
  </details>
</template>

<style scoped>
label {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  align-items: center;
  gap: 6px;
  margin-top: 6px;
}
input,
select {
  font: inherit;
  min-height: 32px;
  min-width: 0;
  padding: 0 6px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
}
</style>

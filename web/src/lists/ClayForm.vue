<script setup lang="ts">
import { computed, reactive } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import ConeSelect from "@/ui/ConeSelect.vue";
import { useClays } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";

/** A clay by hand: what it is called, the cones on its bag, and what it looks like fired. */
const props = defineProps<{ of?: Schemas["Clay"] }>();
const emit = defineEmits<{ added: [code: string] }>();
const clays = useClays();
const changed = useChanged();
const [low = "6", high = low] = props.of?.cones.split(/[–-]/) ?? [];
const form = reactive({
  name: props.of?.name ?? "",
  low,
  high,
  fired: props.of?.fired ?? "#e6dccb",
});
/** What clays look like fired, to begin from; any colour can be set. */
const looks = [
  ["white", "#efe9df"],
  ["buff", "#d9c3a0"],
  ["grey", "#b9b2a6"],
  ["red", "#a4573c"],
  ["dark brown", "#4d3a30"],
] as const;
/** A code that is free: the first letters of the name. */
const code = computed(() => {
  if (props.of) return props.of.code;
  const letters =
    form.name
      .toUpperCase()
      .replace(/[^\p{L}\d]/gu, "")
      .slice(0, 3) || "CLAY";
  const taken = new Set(clays.data.value?.map((c) => c.code));
  for (let n = 1; ; n++) {
    const free = n === 1 ? letters : letters + n;
    if (!taken.has(free)) return free;
  }
});
async function save() {
  const cones = form.low === form.high ? form.low : `${form.low}-${form.high}`;
  const body = { name: form.name, cones, fired: form.fired };
  const kept = await attempt(
    answer(api.PUT("/clays/{code}", { params: { path: { code: code.value } }, body })),
  );
  if (!kept) return;
  await changed("clay");
  say(`${kept.name} is saved as ${kept.code}.`);
  form.name = props.of?.name ?? "";
  emit("added", kept.code);
}
</script>

<template>
  <form class="clay" @submit.prevent="save">
    <el-input v-model="form.name" name="clay" placeholder="Name of the clay" aria-label="Name of the clay" />
    <span class="cones">
      <ConeSelect v-model="form.low" short aria-label="Fired from cone" /> to
      <ConeSelect v-model="form.high" short aria-label="Fired to cone" />
    </span>
    <fieldset>
      <legend>fired it looks</legend>
      <button
        v-for="[name, hex] in looks"
        :key="name"
        type="button"
        :style="{ background: hex }"
        :aria-pressed="form.fired === hex"
        :aria-label="`fired it looks ${name}`"
        :title="name"
        @click="form.fired = hex"
      />
      <input v-model="form.fired" type="color" aria-label="Fired colour of the clay" />
    </fieldset>
    <el-button native-type="submit" :disabled="!form.name.trim()">{{
      of ? "Save the clay" : "Add the clay"
    }}</el-button>
  </form>
</template>

<style scoped>
.clay {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.clay .el-input {
  width: 200px;
}
.cones .el-select {
  width: 84px;
}
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  gap: 6px;
  align-items: center;
}
legend {
  float: left;
  padding-right: 8px;
}
fieldset button {
  width: 34px;
  height: 34px;
  border: 1px solid var(--line-strong);
  cursor: pointer;
}
fieldset button[aria-pressed="true"] {
  outline: 3px solid var(--ink);
  outline-offset: 1px;
}
input[type="color"] {
  width: 40px;
  height: 34px;
}
</style>

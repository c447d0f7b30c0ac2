<script setup lang="ts">
import { reactive, watch } from "vue";
import { answer, api, type Glaze } from "@/api/client";
import JarSelect from "@/ui/JarSelect.vue";
import { useChanged } from "@/lib/queries";
import { useNow } from "@/lib/useNow";
import { attempt, say } from "@/ui/messages";
import { forField } from "@/ui/moments";

/** Something else got into the jar, or a cup of it said what it was not: from when on, and in whose words. */
const props = defineProps<{ glaze: Glaze }>();
const tell = useChanged();
const now = useNow();
const form = reactive({
  what: "contaminated" as "contaminated" | "mislabelled",
  since: "",
  instead: "",
  text: "",
});
function fresh() {
  const morning = new Date(now.value);
  morning.setHours(0, 0, 0, 0);
  Object.assign(form, { what: "contaminated", since: forField(morning), instead: "", text: "" });
}
watch(() => props.glaze.code, fresh, { immediate: true });
async function keep() {
  const { what, text } = form;
  const since = new Date(form.since);
  if (Number.isNaN(since.getTime()))
    return say("Say since when: what was laid before stays as it is.", "error");
  const body = {
    what,
    text,
    since: since.toISOString(),
    ...(form.instead && what === "mislabelled" ? { instead: form.instead } : {}),
  };
  const path = { params: { path: { code: props.glaze.code } } };
  if (!(await attempt(answer(api.POST("/glazes/{code}/doubts", { ...path, body })).then(() => true)))) return;
  fresh();
  await tell("glaze");
  say("Every piece that took from it is listed above, to be looked at.");
}
</script>

<template>
  <details>
    <summary>Something is wrong with it</summary>
    <form class="trouble" @submit.prevent="keep">
      <el-radio-group v-model="form.what" size="small" :aria-label="`What is wrong with ${glaze.code}`">
        <el-radio value="contaminated">something got into the jar</el-radio>
        <el-radio value="mislabelled">a cup of it was mislabelled</el-radio>
      </el-radio-group>
      <label
        >since
        <input v-model="form.since" type="datetime-local" :aria-label="`Since when, ${glaze.code}`" />
      </label>
      <JarSelect
        v-if="form.what === 'mislabelled'"
        v-model="form.instead"
        size="small"
        clearable
        placeholder="what it really held"
        :aria-label="`What the cup of ${glaze.code} really held`"
      />
      <el-input
        v-model="form.text"
        size="small"
        maxlength="300"
        placeholder="what was seen"
        :aria-label="`What was seen, ${glaze.code}`"
      />
      <el-button size="small" native-type="submit">List the pieces that took from it</el-button>
    </form>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: 14px;
}
.trouble {
  display: grid;
  gap: 5px;
  font-size: 13px;
  justify-items: start;
}
.trouble .el-radio {
  margin-right: 6px;
  white-space: normal;
  height: auto;
  min-height: 24px;
}
input {
  max-width: 100%;
  min-height: 28px;
}
</style>

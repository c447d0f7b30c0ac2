<script setup lang="ts">
import { nextTick, onMounted, reactive, ref } from "vue";
import { answer, api } from "@/api/client";
import { kinds } from "@/stock/kinds";
import { useChanged } from "@/lib/queries";
import { attempt } from "@/ui/messages";

/** Jars by hand, one after the other: three fields and Enter, then the next. */
const emit = defineEmits<{ added: [code: string] }>();
const changed = useChanged();
const form = reactive({ code: "", name: "", kind: "solid", cones: "" });
const said = ref("");
const first = ref<HTMLInputElement>();
async function add() {
  const { code, name, kind, cones } = form;
  const body = { code, name, kind, ...(cones ? { cones } : {}) };
  const made = await attempt(answer(api.POST("/jars", { body })));
  if (!made) return;
  said.value = `${made.code} ${made.name} is added, for cone ${made.cones}.`;
  Object.assign(form, { code: "", name: "" });
  await changed("glaze");
  emit("added", made.code);
  await nextTick();
  first.value?.focus();
}
onMounted(() => first.value?.focus());
</script>

<template>
  <form class="jar-form" @submit.prevent="add">
    <input ref="first" v-model.trim="form.code" name="code" placeholder="code" aria-label="Code of the jar" />
    <input
      v-model.trim="form.name"
      name="name"
      placeholder="name on its label"
      aria-label="Name of the jar"
    />
    <select v-model="form.kind" aria-label="Kind of glaze">
      <option v-for="k in kinds" :key="k">{{ k }}</option>
    </select>
    <input
      v-model.trim="form.cones"
      class="short"
      placeholder="cones"
      aria-label="Cones on its label; as the other jars where nothing is said"
    />
    <el-button native-type="submit" :disabled="!form.code || !form.name">Add the jar</el-button>
    <span role="status">{{ said }}</span>
  </form>
</template>

<style scoped>
.jar-form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-bottom: 14px;
  padding: 10px 14px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
}
.jar-form input,
.jar-form select {
  font: inherit;
  min-height: 36px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  background: #fff;
}
.jar-form input[name="code"],
.short {
  width: 90px;
}
.jar-form input[name="name"] {
  width: 220px;
}
</style>

<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** What one student would like, the best first: a press adds a jar, another takes it back. */
const props = defineProps<{ student: Schemas["SeatedStudent"]; jars: Schemas["SeatingJar"][] }>();
const emit = defineEmits<{ choose: [choices: string[]] }>();
const most = 3;
function press(code: string) {
  const now = props.student.choices;
  if (now.includes(code))
    emit(
      "choose",
      now.filter((c) => c !== code),
    );
  else if (now.length < most) emit("choose", [...now, code]);
}
const place = (code: string) => props.student.choices.indexOf(code) + 1;
</script>

<template>
  <li>
    <span class="who"
      ><b>{{ student.name }} {{ student.mark }}</b>
      <i v-if="student.lost" title="Got none of the choices, or the last one, the time before"
        >goes before</i
      ></span
    >
    <span class="jars" role="group" :aria-label="`What ${student.name} would like`">
      <button
        v-for="j in jars"
        :key="j.code"
        type="button"
        :aria-pressed="place(j.code) > 0"
        :title="j.name"
        @click="press(j.code)"
      >
        <i :style="{ background: j.raw }" aria-hidden="true" />{{ j.code }}
        <span class="visually-hidden">{{ j.name }}</span>
        <b v-if="place(j.code)" class="num"
          ><span class="visually-hidden">choice </span>{{ place(j.code) }}</b
        >
      </button>
    </span>
  </li>
</template>

<style scoped>
li {
  border-top: 1px solid var(--line);
  padding: 6px 0;
}
.who i {
  font-size: 13px;
}
.jars {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 4px;
}
button {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  min-height: 34px;
  padding: 0 7px;
  cursor: pointer;
  display: flex;
  gap: 5px;
  align-items: center;
}
button i {
  width: 13px;
  height: 13px;
  border: 1px solid var(--ink);
  border-radius: 50%;
}
button[aria-pressed="true"] {
  box-shadow: inset 0 0 0 2px var(--ink);
}
button b {
  background: var(--ink);
  color: #fff;
  min-width: 18px;
  text-align: center;
}
@media (pointer: coarse) {
  button {
    min-height: 44px;
  }
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** What rows of a class list ask: who a student is, or which mark it shall have. */
const props = defineProps<{ asks: Schemas["ImportAsk"][] }>();
const emit = defineEmits<{ answer: [given: Schemas["ImportAnswer"][]] }>();
const open = computed(() => props.asks.filter((a) => a.of.length && !a.answer));
const say = (row: number, answer: string, mark: boolean) => emit("answer", [{ row, answer, mark }]);
const others = () =>
  emit(
    "answer",
    open.value.map((a) => ({ row: a.row, answer: "another", mark: false })),
  );
</script>

<template>
  <el-button v-if="open.length > 2" size="small" @click="others"
    >All {{ open.length }} are other students</el-button
  >
  <ul class="asks" aria-label="Questions" tabindex="0">
    <li v-for="a in asks" :key="`${a.row} ${a.of.length}`">
      <b>Row {{ a.row }}.</b> {{ a.text }}
      <span v-if="a.of.length" class="who">
        <button
          v-for="o in [...a.of, { id: 'another', text: 'another student' }]"
          :key="o.id"
          type="button"
          :aria-pressed="a.answer === o.id"
          @click="say(a.row, o.id, false)"
        >
          {{ o.text }}
        </button>
      </span>
      <span v-else class="who">
        <input
          :value="a.answer ?? a.propose"
          :aria-label="`Mark for row ${a.row}`"
          maxlength="12"
          @change="say(a.row, ($event.target as HTMLInputElement).value.trim(), true)"
        />
        <button
          type="button"
          :aria-pressed="!!a.answer"
          @click="say(a.row, a.answer ?? a.propose ?? '', true)"
        >
          use this mark
        </button>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.asks {
  border: 2px solid var(--ink);
  padding: 6px 12px;
  max-height: 220px;
  overflow: auto;
}
li + li {
  border-top: 1px solid var(--line);
}
.who {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 4px 0 6px;
}
button,
input {
  min-height: 32px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 10px;
}
button {
  cursor: pointer;
}
button[aria-pressed="true"] {
  background: var(--ink);
  color: #fff;
}
input {
  width: 90px;
}
</style>

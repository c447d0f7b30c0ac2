<script setup lang="ts">
/** Questions that wait for the teacher, each with its two answers. */
defineProps<{
  label: string;
  asks: { id: string; about: string; text: string }[];
  yes: string;
  no: string;
}>();
const emit = defineEmits<{ answer: [id: string, yes: boolean] }>();
</script>

<template>
  <ul v-if="asks.length" :aria-label="label">
    <li v-for="a in asks" :key="a.id">
      <span
        ><b>{{ a.about }}</b> {{ a.text }}</span
      >
      <el-button @click="emit('answer', a.id, true)">{{ yes }}</el-button>
      <el-button @click="emit('answer', a.id, false)">{{ no }}</el-button>
    </li>
  </ul>
</template>

<style scoped>
ul {
  border: 2px solid var(--ink);
  background: var(--paper);
  margin-bottom: 14px;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 7px 12px;
  flex-wrap: wrap;
}
li span {
  flex: 1;
  min-width: 260px;
}
li .el-button + .el-button {
  margin-left: 0;
}
</style>

<script setup lang="ts" generic="G extends { name: string; means: string }">
/** Verdicts side by side, each with its sign and its key; refusals are dashed. */
defineProps<{
  label: string;
  guides: G[];
  keyOf: (g: G) => string;
  signOf: (g: G) => string;
  passes: (g: G) => boolean;
  done?: string;
}>();
const emit = defineEmits<{ judge: [guide: G] }>();
</script>

<template>
  <div role="group" :aria-label="label">
    <h3>
      {{ label }} <span v-if="done" class="soft">{{ done }}</span>
    </h3>
    <div class="verdicts">
      <button
        v-for="g in guides"
        :key="g.name"
        type="button"
        :class="{ no: !passes(g) }"
        @click="emit('judge', g)"
      >
        <span class="sign" aria-hidden="true">{{ signOf(g) }}</span>
        <span>
          <b>{{ g.name }}</b> <kbd>{{ keyOf(g) }}</kbd><br /><span class="means">{{ g.means }}</span>
        </span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.verdicts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(146px, 1fr));
  gap: 8px;
  margin-top: 6px;
}
h3 .soft {
  font-weight: 400;
}
button {
  display: grid;
  grid-template-columns: 22px 1fr;
  align-items: center;
  text-align: left;
  min-height: 58px;
  padding: 5px 8px;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  cursor: pointer;
  line-height: 1.25;
}
button:hover {
  border-color: var(--ink);
}
.no {
  border-style: dashed;
}
.sign {
  font-size: 19px;
}
.means {
  font-size: 13px;
}
</style>

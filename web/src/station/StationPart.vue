<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { parts, type PartDone } from "@/lib/stroke";
import { mm } from "@/ui/figures";

/** Which part of a coat is done when the bell goes: a half, so much of it, or up to a line on the drawing. */
const props = defineProps<{ lowMm: number; highMm: number }>();
const line = defineModel<number>("line");
const emit = defineEmits<{ add: [done: PartDone] }>();
const open = ref(false);
const choices: { name: string; done: PartDone }[] = [
  ...parts
    .filter((p) => /upper|lower|left|right/.test(p.key))
    .map((p) => ({ name: p.name, done: { part: p.key } })),
  { name: "a quarter", done: { part: "some", share: 0.25 } },
  { name: "three quarters", done: { part: "some", share: 0.75 } },
];
/** Heights between which a line is worth drawing, mm; nothing where the surface lies nearly level. */
const least = computed(() => Math.ceil((props.lowMm + 3) / 5) * 5);
const most = computed(() => Math.floor((props.highMm - 3) / 5) * 5);
const upright = computed(() => most.value - least.value >= 10);
const middle = computed(() => Math.round((least.value + most.value) / 10) * 5);
watch([open, middle], () => (line.value = open.value && upright.value ? middle.value : undefined));
onBeforeUnmount(() => (line.value = undefined));
</script>

<template>
  <div class="part">
    <button type="button" class="plain" :aria-expanded="open" @click="open = !open">
      Add part of a coat
    </button>
    <template v-if="open">
      <p class="row">
        <button v-for="c in choices" :key="c.name" type="button" class="plain" @click="emit('add', c.done)">
          {{ c.name }}
        </button>
      </p>
      <template v-if="upright && line !== undefined">
        <label>
          Or to a line, <b class="num">{{ mm(line ?? 0) }}</b> above the table
          <input v-model.number="line" type="range" :min="least" :max="most" step="5" />
        </label>
        <p class="row">
          <button
            v-for="part in ['above', 'below'] as const"
            :key="part"
            type="button"
            class="plain"
            @click="emit('add', { part, line })"
          >
            {{ part }} the line
          </button>
        </p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.part {
  display: grid;
  gap: 8px;
}
.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 8px;
}
label {
  display: block;
  margin-top: 6px;
  font-size: 18px;
}
input {
  display: block;
  width: 100%;
  height: 44px;
  accent-color: var(--ink);
}
</style>

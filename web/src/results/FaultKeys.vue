<script setup lang="ts">
import type { SurfaceState } from "@/api/client";
import type { Fault, Flaw } from "@/results/useCart";

/** The faults of glazing by their keys, on a surface: pressed once small, twice clear, then none. */
defineProps<{
  faults: Fault[];
  places: SurfaceState[];
  flawOf: (fault: string) => Flaw | undefined;
}>();
const emit = defineEmits<{ fault: [fault: Fault] }>();
const surface = defineModel<string>({ required: true });
</script>

<template>
  <div role="group" aria-label="Faults">
    <div class="where">
      <h3>
        A fault on the
        <select v-model="surface" aria-label="Surface">
          <option v-for="s in places" :key="s.id" :value="s.id">{{ s.name }}</option>
        </select>
      </h3>
      <span class="soft">pressed again: clear; once more: none</span>
    </div>
    <div class="faults">
      <button
        v-for="f in faults"
        :key="f.fault"
        type="button"
        :title="f.looks"
        :aria-pressed="!!flawOf(f.fault)"
        :class="{ clear: flawOf(f.fault)?.clear }"
        @click="emit('fault', f)"
      >
        <kbd>{{ f.key }}</kbd> {{ f.name }}
        <i v-if="flawOf(f.fault)">{{ flawOf(f.fault)?.clear ? "clear" : "small" }}</i>
      </button>
    </div>
  </div>
</template>

<style scoped>
.where {
  display: grid;
}
h3 {
  margin: 0;
}
select {
  font: inherit;
  min-height: 30px;
  border: 1px solid var(--line-strong);
  background: #fff;
}
.faults {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
  margin-top: 6px;
}
button {
  display: grid;
  grid-template-columns: 20px 1fr auto;
  gap: 6px;
  align-items: center;
  text-align: left;
  min-height: 38px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  cursor: pointer;
  line-height: 1.15;
  font-size: 13.5px;
  padding: 2px 6px;
}
button:hover {
  border-color: var(--ink);
}
button[aria-pressed="true"] {
  border: 2px solid var(--ink);
  background: #fff;
  font-weight: 600;
}
button.clear {
  background: var(--ink);
  color: #fff;
}
button.clear kbd {
  color: #fff;
  background: none;
}
i {
  font-style: normal;
  font-weight: 400;
}
@media (max-width: 1100px) {
  button {
    min-height: 44px;
  }
}
</style>

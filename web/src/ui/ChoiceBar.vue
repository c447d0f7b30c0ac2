<script lang="ts">
/** One of the few that can be chosen. */
export interface Choice {
  key: string | number;
  name: string;
  /** What stands beside the name, more quietly. */
  beside?: string;
  /** What it means, shown when the pointer rests on it. */
  means?: string;
  off?: boolean;
}
</script>

<script setup lang="ts" generic="O extends Choice">
/**
 * One out of a few, all of them in sight; the chosen one stands dark. Where the slot
 * draws strokes or pictures, `framed` marks it by a frame that leaves them to be seen.
 *
 * @example <ChoiceBar v-model="paper" label="Paper" :options="[{ key: 'A4', name: 'A4' }]" />
 */
defineProps<{
  label: string;
  options: readonly O[];
  /** One under another. */
  stacked?: boolean;
  /** Side by side as one piece. */
  joined?: boolean;
  framed?: boolean;
  modelValue?: O["key"];
}>();
/** Said again where the chosen one is pressed again: some choices are a word given anew. */
const emit = defineEmits<{ "update:modelValue": [key: O["key"]] }>();
</script>

<template>
  <div class="choices" :class="{ stacked, joined, framed }" role="group" :aria-label="label">
    <button
      v-for="o in options"
      :key="o.key"
      type="button"
      :title="o.means"
      :disabled="o.off"
      :aria-pressed="o.key === modelValue"
      @click="emit('update:modelValue', o.key)"
    >
      <slot :option="o"
        >{{ o.name }} <span v-if="o.beside" class="beside num">{{ o.beside }}</span></slot
      >
    </button>
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
button {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 4px 10px;
  min-height: 38px;
  text-align: left;
  cursor: pointer;
}
button[aria-pressed="true"] {
  background: var(--ink);
  color: #fff;
}
button:disabled {
  cursor: default;
  border-style: dashed;
}
.beside {
  color: var(--soft);
}
[aria-pressed="true"] > .beside {
  color: #dedede;
}
.framed button[aria-pressed="true"] {
  background: var(--paper);
  color: inherit;
  box-shadow: inset 0 0 0 4px var(--ink);
}
.stacked {
  display: grid;
}
.joined {
  gap: 0;
}
.joined button + button {
  border-left-width: 0;
}
@media (pointer: coarse) {
  button {
    min-height: 44px;
  }
}
:global(.station .choices button) {
  border: 2px solid var(--ink);
  min-height: 52px;
  padding: 6px 16px;
}
</style>

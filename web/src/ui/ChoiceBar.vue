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
import { computed, ref } from "vue";

/**
 * One out of a few, all of them in sight; the chosen one stands dark. Where the slot
 * draws strokes or pictures, `framed` marks it by a frame that leaves them to be seen.
 * One Tab leads to it, arrows go along it, Enter or the space bar chooses.
 *
 * @example <ChoiceBar v-model="paper" label="Paper" :options="[{ key: 'A4', name: 'A4' }]" />
 */
const props = defineProps<{
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

const bar = ref<HTMLElement>();
/** The one that Tab leads to: the chosen one, else the first that can be chosen. */
const reached = computed(() => {
  const at = props.options.findIndex((o) => o.key === props.modelValue);
  return at >= 0 ? at : props.options.findIndex((o) => !o.off);
});
const steps: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };
function along(e: KeyboardEvent) {
  const step = steps[e.key];
  const buttons = [...bar.value!.querySelectorAll<HTMLElement>("button:not(:disabled)")];
  const at = buttons.indexOf(document.activeElement as HTMLElement);
  if (!step || at < 0) return;
  e.preventDefault();
  e.stopPropagation();
  buttons[(at + step + buttons.length) % buttons.length]!.focus();
}
</script>

<template>
  <div
    ref="bar"
    class="choices"
    :class="{ stacked, joined, framed }"
    role="radiogroup"
    :aria-label="label"
    @keydown="along"
  >
    <button
      v-for="(o, i) in options"
      :key="o.key"
      type="button"
      :title="o.means"
      :disabled="o.off"
      :tabindex="i === reached ? 0 : -1"
      role="radio"
      :aria-checked="o.key === modelValue"
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
button[aria-checked="true"] {
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
[aria-checked="true"] > .beside {
  color: #dedede;
}
.framed button[aria-checked="true"] {
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

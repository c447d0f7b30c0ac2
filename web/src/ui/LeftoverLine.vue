<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { cupsSay, quarters } from "@/lib/clearing";
import { mL } from "@/ui/figures";

/** How much of a glaze comes back clean, by quarters of a cup: its jar holds so much more again. */
const props = defineProps<{ poured: Schemas["Poured"] }>();
const emit = defineEmits<{ pour: [ml: number] }>();
const out = computed(() => props.poured.ml - props.poured.back);
</script>

<template>
  <li class="num">
    <i :style="{ background: poured.raw }" aria-hidden="true" />
    <span>
      <b>{{ poured.code }}</b> {{ poured.name }}: {{ mL(poured.ml) }} poured<template v-if="poured.back"
        >, {{ mL(poured.back) }} came back</template
      >
    </span>
    <span class="acts">
      <template v-if="!poured.back">
        <span class="soft">clean leftover:</span>
        <button
          v-for="q in quarters(out, poured.cupML)"
          :key="q"
          type="button"
          :aria-label="`${cupsSay(q)} of a cup of ${poured.code} came back clean`"
          @click="emit('pour', -q * poured.cupML)"
        >
          {{ cupsSay(q) }}
        </button>
      </template>
      <button v-else type="button" :aria-label="`Undo: ${poured.code} came back`" @click="emit('pour', 0)">
        Undo
      </button>
    </span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr);
  gap: 4px 8px;
  padding: 4px 0;
  align-items: center;
  min-height: 40px;
  border-top: 1px solid var(--line);
}
i {
  width: 18px;
  height: 18px;
  border: 1px solid var(--ink);
  border-radius: 50%;
}
.acts {
  grid-column: 2;
  display: flex;
  gap: 4px;
  align-items: center;
  flex-wrap: wrap;
}
button {
  min-width: 40px;
  min-height: 34px;
  border: 1px solid var(--ink);
  background: var(--paper);
  cursor: pointer;
  font: inherit;
}
@media (pointer: coarse) {
  button {
    min-height: 44px;
    min-width: 44px;
  }
}
</style>

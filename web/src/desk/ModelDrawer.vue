<script setup lang="ts">
import PieceSketch from "@/ui/PieceSketch.vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** Plans of other pieces of this form, to be taken over: neighbours, good results, earlier ones. */
const props = defineProps<{ piece: string }>();
const emit = defineEmits<{ take: [from: string] }>();
const models = useAsk(queries.models(props.piece));
const kinds = { neighbour: "a neighbour", result: "a good result", earlier: "earlier" } as const;
</script>

<template>
  <p v-if="!models.data.value?.length">No other piece of this form has a plan yet.</p>
  <ul v-else>
    <li v-for="m in models.data.value" :key="m.piece.id">
      <button type="button" @click="emit('take', m.piece.id)">
        <span class="who"
          ><b>{{ m.piece.student }} {{ m.piece.mark }}</b> <span class="soft">{{ kinds[m.kind] }}</span></span
        >
        <PieceSketch :piece="m.piece" />
        <span class="soft"
          >{{ m.piece.title }}<template v-if="m.piece.opinion">: “{{ m.piece.opinion }}”</template></span
        >
      </button>
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  gap: 10px;
}
button {
  width: 100%;
  display: grid;
  grid-template-rows: auto auto auto;
  gap: 6px;
  text-align: left;
  background: var(--paper);
  border: 1px solid var(--line-strong);
  padding: 10px 12px;
  cursor: pointer;
}
button:hover {
  border-color: var(--ink);
}
.who {
  display: flex;
  justify-content: space-between;
}
</style>

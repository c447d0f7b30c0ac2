<script setup lang="ts">
import { computed, onMounted, ref } from "vue";
import type { Piece } from "@/api/client";
import type { NewEvent } from "@/lib/usePieces";
import { resistCaution } from "@/lib/resist";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** Wax or latex that was laid on a surface, and latex that was peeled off. */
const props = defineProps<{ piece: Piece; surface?: string; focus?: boolean }>();
const emit = defineEmits<{ keep: [event: Omit<NewEvent, "piece">, done: string] }>();
const wanted = () =>
  props.piece.surfaces.find((s) => s.id === props.surface) ??
  props.piece.surfaces.find((s) => s.resist && !s.keeps) ??
  props.piece.surfaces.find((s) => s.stands);
const surface = ref(wanted()?.id ?? props.piece.surfaces[0]?.id ?? "");
const kind = ref<"wax" | "latex">(wanted()?.resist ?? "wax");
const kinds = [
  { key: "wax", name: "wax" },
  { key: "latex", name: "latex" },
] as const;
const latex = computed(() =>
  props.piece.surfaces.filter((s) => s.keeps === "latex" || (s.resist === "latex" && !s.peeled)),
);
const button = ref<{ ref?: HTMLElement }>();
onMounted(() => props.focus && button.value?.ref?.focus());
const keep = () =>
  emit("keep", { kind: "resist", surface: surface.value, text: kind.value }, `Logged: ${kind.value}.`);
</script>

<template>
  <div class="resist">
    <el-select v-model="surface" aria-label="Resisted surface">
      <el-option v-for="s in piece.surfaces" :key="s.id" :value="s.id" :label="`Resist on: ${s.name}`" />
    </el-select>
    <ChoiceBar v-model="kind" label="Wax or latex" :options="kinds" joined />
    <el-button ref="button" class="resisted" @click="keep">Log it</el-button>
    <p class="soft">{{ resistCaution[kind] }}</p>
    <p v-for="s in latex" :key="s.id" class="peel">
      {{ s.name }}: latex keeps it bare.
      <el-button
        @click="emit('keep', { kind: 'peel', surface: s.id }, 'Peeled: nothing burns on in the kiln.')"
        >Log it as peeled</el-button
      >
    </p>
  </div>
</template>

<style scoped>
.resist {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 4px 8px;
  align-items: center;
}
p {
  grid-column: 1 / -1;
}
.peel {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
</style>

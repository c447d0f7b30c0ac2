<script setup lang="ts">
import type { SurfaceState } from "@/api/client";
import { useGlazes } from "@/composables/useLists";

/** The planned stack of one surface, coat by coat, the layer nearest the clay at the bottom. */
defineProps<{ surface: SurfaceState; food: boolean }>();
const emit = defineEmits<{ coats: [layer: number, by: number]; bare: [] }>();
const glazes = useGlazes();
</script>

<template>
  <div class="editor">
    <ol v-if="surface.stack.length" class="stack" aria-label="Coats, the first nearest the clay">
      <li v-for="(l, i) in surface.stack" :key="i">
        <span
          ><span class="code">{{ l.glaze }}</span> {{ glazes.byCode.value.get(l.glaze)?.name }}</span
        >
        <span class="step">
          <el-button size="small" :aria-label="`One coat of ${l.glaze} less`" @click="emit('coats', i, -1)"
            >−</el-button
          >
          <b class="num">{{ l.coats }}</b>
          <el-button size="small" :aria-label="`One coat of ${l.glaze} more`" @click="emit('coats', i, 1)"
            >+</el-button
          >
        </span>
      </li>
    </ol>
    <p v-else class="soft">{{ surface.bare ? "Left bare on purpose." : "Nothing planned." }}</p>
    <p v-if="surface.tile" class="num">Tile {{ surface.tile }} shows it on this clay.</p>
    <p v-if="food" class="caution">
      A food label is the maker's claim for one glaze, fully covering. Layers and missed spots void it; only a
      laboratory test proves it.
    </p>
    <el-button @click="emit('bare')">{{ surface.bare ? "Not bare after all" : "Leave it bare" }}</el-button>
  </div>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.stack {
  width: 100%;
  display: flex;
  flex-direction: column-reverse;
}
.stack li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 5px 0;
}
.step {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>

<script setup lang="ts">
import { computed, ref } from "vue";
import type { Glaze, Piece, SurfaceState } from "@/api/client";

/** Asks which jar a coat came from, where the plan does not say. */
const props = defineProps<{ piece: Piece; surface: SurfaceState; glazes: Glaze[] }>();
const emit = defineEmits<{ pick: [glaze: string]; close: [] }>();
const words = ref("");
const last = computed(() => props.surface.on.at(-1)?.glaze);
const shown = computed(() =>
  props.glazes
    .filter((g) => `${g.code} ${g.name}`.toLowerCase().includes(words.value.trim().toLowerCase()))
    .sort(
      (a, b) =>
        Number(b.code === last.value) - Number(a.code === last.value) ||
        Number(b.inStock) - Number(a.inStock),
    ),
);
function enter() {
  const [first] = shown.value;
  if (first) emit("pick", first.code);
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`${piece.student}, ${surface.name}: which jar?`"
    width="520px"
    align-center
    @close="emit('close')"
  >
    <p class="soft">
      {{
        surface.stack.length
          ? "The plan asks for no more coats here."
          : "Nothing is planned here yet; that can be done later."
      }}
    </p>
    <el-input
      v-model="words"
      placeholder="Code or name"
      aria-label="Jar"
      autofocus
      @keydown.enter.prevent="enter"
    />
    <ul>
      <li v-for="g in shown" :key="g.code">
        <button type="button" @click="emit('pick', g.code)">
          <i :style="{ background: g.raw }" aria-hidden="true" /><span class="code">{{ g.code }}</span>
          {{ g.name }}
          <span class="soft">{{ g.kind }}{{ g.inStock ? "" : ", not in stock" }}</span>
        </button>
      </li>
    </ul>
  </el-dialog>
</template>

<style scoped>
ul {
  max-height: 340px;
  overflow: auto;
  margin-top: 8px;
}
button {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  cursor: pointer;
  text-align: left;
}
button:hover {
  background: #fff;
}
i {
  width: 18px;
  height: 18px;
  border-radius: 50%;
  border: 1px solid #666;
}
</style>

<script setup lang="ts">
import { computed, onMounted, reactive, ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import type { NewEvent } from "@/lib/usePieces";
import ChoiceBar from "@/ui/ChoiceBar.vue";

/** Glaze came off: wiped wet or scraped dry, from which surface, and how far back. */
const props = defineProps<{ piece: Piece; surface?: string; focus?: boolean }>();
const emit = defineEmits<{ keep: [event: Omit<NewEvent, "piece">, done: string] }>();
/** What can come off: what is fired on stays. */
const loose = (s: SurfaceState) => s.on.filter((c) => !c.fired).length;
const carrying = computed(() => props.piece.surfaces.filter(loose));
const start = carrying.value.some((s) => s.id === props.surface) ? props.surface! : "";
const form = reactive({ how: "wipe" as "wipe" | "scrape", surface: start, back: 0 });
const most = computed(() => {
  const s = carrying.value.find((x) => x.id === form.surface);
  return s ? loose(s) : 0;
});
form.back = most.value;
const ways: { key: "wipe" | "scrape"; name: string }[] = [
  { key: "wipe", name: "wiped wet" },
  { key: "scrape", name: "scraped dry" },
];
const button = ref<{ $el: HTMLElement }>();
onMounted(() => props.focus && button.value?.$el.focus());

function keep() {
  const { how, surface, back } = form;
  const what = surface ? { kind: how, surface, back } : { kind: "wipe" as const };
  emit(
    "keep",
    what,
    how === "wipe" || !surface
      ? "Wiped: it is looked at again, and it dries anew."
      : "Scraped: it is looked at again.",
  );
}
</script>

<template>
  <div class="wipe">
    <el-select
      v-model="form.surface"
      aria-label="Wiped surface"
      :empty-values="[null, undefined]"
      @change="form.back = most"
    >
      <el-option value="" label="Foot wiped wet, no coat came off" />
      <el-option v-for="s in carrying" :key="s.id" :value="s.id" :label="`Came off: ${s.name}`" />
    </el-select>
    <el-button ref="button" class="wiped" @click="keep">Log it</el-button>
    <span v-if="form.surface" class="off">
      <ChoiceBar v-model="form.how" label="How it came off" :options="ways" joined />
      <el-input-number v-model="form.back" :min="0" :max="most" aria-label="Coats that came off" />
      of {{ most }} {{ most === 1 ? "coat" : "coats" }} off
    </span>
  </div>
</template>

<style scoped>
.wipe {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
}
.off {
  grid-column: 1 / 3;
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
</style>

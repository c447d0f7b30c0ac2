<script setup lang="ts">
import { computed, ref, watch } from "vue";
import type { Piece } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { useSession } from "@/lib/useSession";
import PieceShot from "@/ui/PieceShot.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { deletePhotograph } from "@/results/deletePhotograph";

/** The photographs of a piece, the newest first; the teacher deletes one that shows a person. */
const props = defineProps<{ piece: Piece }>();
const session = useSession();
const changed = useChanged();
const newest = computed(() => [...props.piece.pictures].reverse());
const at = ref(0);
watch(newest, (all) => (at.value = Math.max(0, Math.min(at.value, all.length - 1))));
const shown = computed(() => newest.value[at.value]);
async function remove(id: string) {
  if (await deletePhotograph(id)) await changed("own");
}
</script>

<template>
  <figure v-if="shown" class="pictures">
    <PieceShot :id="shown" class="photo" :alt="`Photograph of ${piece.student}'s piece`" />
    <figcaption>
      <el-button v-if="newest.length > 1" size="small" @click="at = (at + 1) % newest.length"
        >Next photograph</el-button
      >
      <span v-if="newest.length > 1" class="soft num">{{ at + 1 }} of {{ newest.length }}</span>
      <PlaceLink :to="`/results/read/${shown}`">Read its colours</PlaceLink>
      <el-button
        v-if="session.data.value?.role === 'teacher'"
        size="small"
        text
        :aria-label="`Delete the photograph of ${piece.student}`"
        @click="remove(shown)"
        >Delete</el-button
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.pictures {
  margin: 0;
  width: 100%;
}
.photo {
  width: 100%;
  height: 190px;
}
figcaption {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>

<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { date } from "@/ui/moments";

/** The photographs of racks that were kept, to be read again or thrown away. */
defineProps<{ photos: Schemas["Photograph"][] }>();
const emit = defineEmits<{ open: [photo: Schemas["Photograph"]]; drop: [photo: Schemas["Photograph"]] }>();
</script>

<template>
  <ul class="kept" aria-label="Photographs that were kept">
    <li v-for="p in photos" :key="p.id">
      <button type="button" @click="emit('open', p)">
        <img :src="`/api/photographs/${p.id}/picture`" alt="" loading="lazy" />{{ p.name }}
        <span class="soft">{{ date(p.at) }}</span>
      </button>
      <el-button text :aria-label="`Throw ${p.name} away`" @click="emit('drop', p)">Delete</el-button>
    </li>
  </ul>
</template>

<style scoped>
.kept {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
}
.kept button:first-child {
  display: grid;
  width: 100%;
  border: 1px solid var(--line);
  background: var(--sheet);
  padding: 0 0 6px;
  text-align: left;
  cursor: pointer;
}
.kept button:first-child > * {
  padding: 0 10px;
}
.kept img {
  width: 100%;
  height: 130px;
  object-fit: cover;
  padding: 0;
}
</style>

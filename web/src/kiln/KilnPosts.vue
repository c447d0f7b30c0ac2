<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Posts by height and count. */
const kiln = defineModel<Schemas["Kiln"]>({ required: true });
defineProps<{ faults: string[] }>();
</script>

<template>
  <fieldset>
    <legend>Posts</legend>
    <label
      >Across a post, mm<el-input-number v-model="kiln.postMM" :controls="false" aria-label="Across a post"
    /></label>
    <label
      >Below a shelf<el-select v-model="kiln.perShelf" aria-label="Posts below a shelf">
        <el-option :value="3" label="3 posts" /><el-option :value="4" label="4 posts" /></el-select
    ></label>
    <div v-for="(p, i) in kiln.posts" :key="i" class="post">
      <el-input-number v-model="p.count" :controls="false" :aria-label="`How many, row ${i + 1}`" />
      <span>of</span>
      <el-input-number v-model="p.highMM" :controls="false" :aria-label="`Height in mm, row ${i + 1}`" />
      <span>mm</span>
      <el-button size="small" :aria-label="`Remove row ${i + 1}`" @click="kiln.posts.splice(i, 1)"
        >Remove</el-button
      >
    </div>
    <el-button size="small" @click="kiln.posts.push({ highMM: 125, count: 3 })">Add a height</el-button>
    <p v-for="t in faults" :key="t" class="wrong">{{ t }}</p>
  </fieldset>
</template>

<style scoped>
.post {
  display: grid;
  grid-template-columns: 64px auto 80px auto auto;
  gap: 6px;
  align-items: center;
}
</style>

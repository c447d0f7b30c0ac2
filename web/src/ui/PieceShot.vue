<script setup lang="ts">
import { ref, watch } from "vue";

/** A photograph, opened by a press; what somebody deleted while it was shown says so. */
const props = defineProps<{ id: string; alt: string }>();
const gone = ref(false);
watch(
  () => props.id,
  () => (gone.value = false),
);
</script>

<template>
  <span v-if="gone" class="gone">This photograph was deleted.</span>
  <a v-else :href="`/api/photographs/${id}/picture`" target="_blank"
    ><img :src="`/api/photographs/${id}/picture`" :alt="alt" loading="lazy" @error="gone = true"
  /></a>
</template>

<style scoped>
a {
  display: block;
}
img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.gone {
  font-size: 13px;
  line-height: 1.2;
  overflow: hidden;
}
</style>

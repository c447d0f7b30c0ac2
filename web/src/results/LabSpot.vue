<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { sayStack } from "@/lib/stack";
import PlaceLink from "@/ui/PlaceLink.vue";

/** All that is known of one stack of the matrix. */
defineProps<{ of: Schemas["LabCell"] }>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <section class="sheet spot" aria-live="polite" aria-labelledby="spot">
    <h2 id="spot">{{ sayStack(of.stack) }}</h2>
    <p class="soft">{{ of.name }}</p>
    <p v-if="of.judged">
      <b class="num">{{ of.sound }} of {{ of.judged }}</b> surfaces came out sound<template
        v-if="of.faults.length"
        >: {{ of.faults.map((f) => `${f.count} × ${f.name}`).join(", ") }}</template
      >.
    </p>
    <p v-else-if="of.fired">
      {{ of.fired }} came out; nobody looked yet. <PlaceLink to="/results">The cart</PlaceLink>
    </p>
    <p v-if="of.tile">Tile {{ of.tile }} shows it.</p>
    <p v-if="of.taken.length">On the way: {{ of.taken.join(", ") }}.</p>
    <p v-if="of.offered.length">Offered to {{ of.offered.join(", ") }}.</p>
    <p v-if="of.planned.length">Planned by {{ of.planned.join(", ") }}.</p>
    <p v-if="!of.asked && !of.tile" class="soft">Nobody asked for it, and nobody has fired it.</p>
    <div v-if="of.pictures.length" class="pictures">
      <a
        v-for="id in of.pictures.slice(-4)"
        :key="id"
        :href="`/api/photographs/${id}/picture`"
        target="_blank"
        ><img :src="`/api/photographs/${id}/picture`" :alt="`A piece with ${sayStack(of.stack)}`"
      /></a>
    </div>
    <p class="ways">
      <PlaceLink v-if="of.pieces.length" to="/results/stacks">What became of it</PlaceLink>
      <el-button size="small" @click="emit('close')">Close</el-button>
    </p>
  </section>
</template>

<style scoped>
.spot p {
  margin: 4px 0;
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.pictures img {
  width: 92px;
  height: 70px;
  object-fit: cover;
}
.ways {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
</style>

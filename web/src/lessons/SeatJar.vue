<script setup lang="ts">
import type { Schemas } from "@/api/client";
import GlazeFace from "@/ui/GlazeFace.vue";

/** One jar with its seats: fired beside chalk, its code, and who sits there. */
defineProps<{
  jar: Schemas["SeatingJar"];
  students: Schemas["SeatedStudent"][];
  mayChange: boolean;
}>();
defineEmits<{ seats: [seats: number]; dry: [] }>();
const rank = ["", "first choice", "second choice", "third choice"];
</script>

<template>
  <section :aria-label="`${jar.code} ${jar.name}`">
    <div class="faces">
      <GlazeFace :raw="jar.raw" colours="chalk" />
      <GlazeFace :fired="jar.fired" colours="fired" />
    </div>
    <p class="under">
      <span>in the jar</span><span>{{ jar.tile ? `fired, tile ${jar.tile}` : "no tile yet" }}</span>
    </p>
    <h2>
      <span class="code">{{ jar.code }}</span> {{ jar.name }}
    </h2>
    <p v-if="jar.trouble" class="trouble">✕ {{ jar.trouble }}</p>
    <ol class="num">
      <li v-for="s in students" :key="s.id">
        <b>{{ s.name }} {{ s.mark }}</b> <span class="soft screen">{{ rank[s.rank] }}</span>
      </li>
      <li v-for="n in Math.max(0, jar.seats - students.length)" :key="n" class="soft">free</li>
    </ol>
    <p v-if="mayChange" class="acts screen">
      <label>
        Seats
        <input
          type="number"
          min="1"
          max="80"
          :value="jar.seats"
          :aria-label="`Seats at ${jar.code}`"
          @change="$emit('seats', Number(($event.target as HTMLInputElement).value))"
        />
      </label>
      <el-button size="small" @click="$emit('dry')">Remove, and seat anew</el-button>
    </p>
  </section>
</template>

<style scoped>
section {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 0 14px 12px;
  break-inside: avoid;
}
.faces {
  display: grid;
  grid-template-columns: 1fr 1fr;
  margin: 0 -14px;
  height: 56px;
}
.under {
  display: flex;
  justify-content: space-between;
  font-size: 12.5px;
  color: var(--soft);
}
.trouble {
  font-weight: 600;
}
ol {
  margin: 6px 0 10px;
}
li {
  min-height: 26px;
  border-top: 1px solid var(--line);
  padding: 2px 0;
}
.acts {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
input {
  width: 58px;
  min-height: 32px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 6px;
}
</style>

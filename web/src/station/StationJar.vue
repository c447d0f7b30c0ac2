<script setup lang="ts">
import { computed } from "vue";
import { useTablet } from "@/station/useStation";
import StationStir from "@/station/StationStir.vue";

/** A jar whose card was scanned: in the jar, and as it fires on the tiles of this room. */
const props = defineProps<{ code: string }>();
const emit = defineEmits<{ close: [] }>();
const station = useTablet();
const jar = computed(() => station.known.value.glazes.find((g) => g.code === props.code));
const clay = computed(() => station.known.value.pieces[0]);
const tiles = computed(() =>
  station.known.value.tiles.filter(
    (t) =>
      t.stack.length === 1 &&
      t.stack[0]!.glaze === props.code &&
      (!clay.value || (t.clay === clay.value.clay && t.cone === clay.value.cone)),
  ),
);
</script>

<template>
  <section class="jar-sheet" :aria-label="`Jar ${code}`">
    <template v-if="jar">
      <h1>
        {{ jar.code }} <span>{{ jar.name }}</span>
      </h1>
      <div class="looks">
        <figure>
          <i :style="{ background: jar.raw }" />
          <figcaption>in the jar</figcaption>
        </figure>
        <figure v-for="t in tiles" :key="t.code">
          <i :style="{ background: t.fired }" />
          <figcaption>
            fired: tile {{ t.code }}{{ t.textured ? ", texture" : "" }}{{ t.doubt ? ` ▲ ${t.doubt}` : "" }}
          </figcaption>
        </figure>
      </div>
      <p v-if="!tiles.length">No tile shows how it fires on this class's clay.</p>
      <p>{{ jar.figure }} coats. {{ jar.inStock ? "" : "It is not in the room." }}</p>
      <p v-if="jar.doubted" class="bad">✕ Do not open it: {{ jar.doubted }}.</p>
      <StationStir v-else :jar="jar" />
    </template>
    <p v-else>There is no jar {{ code }} in this room.</p>
    <button type="button" class="big" @click="emit('close')">Done</button>
  </section>
</template>

<style scoped>
.jar-sheet {
  display: grid;
  gap: 14px;
  max-width: 720px;
}
h1 span {
  font-weight: 400;
}
.looks {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
figure {
  margin: 0;
  width: 150px;
}
i {
  display: block;
  height: 110px;
  border: 1px solid #777;
}
.bad {
  font-weight: 640;
  border: 3px solid var(--ink);
  padding: 8px 12px;
}
</style>

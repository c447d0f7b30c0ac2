<script setup lang="ts">
import { computed, ref } from "vue";
import TileCard from "@/components/TileCard.vue";
import { useClasses, useClays, useTiles } from "@/composables/useLists";
import { useRoom } from "@/composables/useRoom";

const room = useRoom();
const tiles = useTiles();
const classes = useClasses();
const clays = useClays();
const clay = ref<string>();
const onlyStock = ref(false);
const onlyFood = ref(false);
const words = ref("");

const chosen = computed(() => classes.byId.value.get(room.classId));
/** The class's clay and cone, unless the teacher looks at another clay. */
const wall = computed(() => ({
  clay: clay.value ?? chosen.value?.clay ?? "",
  cone: clay.value === undefined ? chosen.value?.cone : undefined,
}));
const shown = computed(() =>
  (tiles.data.value ?? []).filter(
    (t) =>
      (!wall.value.clay || t.clay === wall.value.clay) &&
      (!wall.value.cone || t.cone === wall.value.cone) &&
      (!onlyStock.value || t.inStock) &&
      (!onlyFood.value || t.food) &&
      `${t.code} ${t.title}`.toLowerCase().includes(words.value.trim().toLowerCase()),
  ),
);
const heading = computed(() => {
  const clayName = clays.data.value?.find((c) => c.code === wall.value.clay)?.name ?? "every clay";
  return `${shown.value.length} on ${clayName}${wall.value.cone ? `, cone ${wall.value.cone}` : ""}`;
});
</script>

<template>
  <div class="head">
    <div>
      <h1>Tiles</h1>
      <p class="soft">{{ heading }}. A tile speaks only for its own clay, cone and coats.</p>
    </div>
    <div class="filters">
      <el-input v-model="words" placeholder="Code or name" aria-label="Code or name" clearable />
      <el-select
        v-model="clay"
        placeholder="Clay of the class"
        aria-label="Clay"
        clearable
        :empty-values="[null, undefined]"
        @clear="clay = undefined"
      >
        <el-option value="" label="Every clay" />
        <el-option
          v-for="c in clays.data.value"
          :key="c.code"
          :value="c.code"
          :label="`${c.name} (${c.code})`"
        />
      </el-select>
      <el-checkbox v-model="onlyStock" label="in stock" />
      <el-checkbox v-model="onlyFood" label="food label" />
    </div>
  </div>
  <ul v-if="shown.length" class="wall" aria-label="Fired tiles">
    <li v-for="t in shown" :key="t.code"><TileCard :tile="t" :look="room.look" /></li>
  </ul>
  <p v-else class="empty">
    No tile here yet. <RouterLink to="/classes">Bring a tile list</RouterLink>, or glaze a first piece and
    make it a tile when it comes out.
  </p>
</template>

<style scoped>
.filters {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.filters .el-input,
.filters .el-select {
  width: 180px;
}
.wall {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(176px, 1fr));
  gap: 14px;
  background: var(--wall);
  padding: 18px;
  margin: 0 -26px -48px;
  min-height: 70vh;
  align-content: start;
}
.wall li {
  display: grid;
  content-visibility: auto;
  contain-intrinsic-size: 176px 190px;
}
.empty {
  padding: 40px 0;
  font-size: 17px;
}
@media (max-width: 900px) {
  .wall {
    margin: 0 -14px -48px;
  }
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useGlazes } from "@/lib/useLists";
import { attempt, say } from "@/lib/usePieces";
import { useChanged } from "@/lib/queries";

/** How the glaze in a jar is, written down from the bench. */
const props = defineProps<{ code: string }>();
const emit = defineEmits<{ close: [] }>();
const changed = useChanged();
const glazes = useGlazes();
const jar = computed(() => glazes.byCode.value.get(props.code));
type State = NonNullable<Schemas["JarChange"]["state"]>;
const states: { key: State; name: string; means: string }[] = [
  { key: "good", name: "Good", means: "A dipped finger shows the outline of the nail, not its detail." },
  { key: "thick", name: "Too thick", means: "Water by the spoon, by whom the house lets." },
  {
    key: "watery",
    name: "Watery",
    means: "Let it settle and pour some off; too much water is hard to undo.",
  },
  { key: "dried", name: "Dried out", means: "Revive it, or throw it away." },
];
async function set(state: State) {
  const kept = await attempt(
    answer(api.PUT("/glazes/{code}", { params: { path: { code: props.code } }, body: { state } })),
  );
  if (!kept) return;
  await changed("glaze");
  say(`${props.code} is written down as it is.`);
  emit("close");
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`The jar of ${code} ${jar?.name ?? ''}`"
    width="480px"
    align-center
    @close="emit('close')"
  >
    <p class="caution">Stir or shake it first, lid tight, away from faces.</p>
    <ul>
      <li v-for="s in states" :key="s.key">
        <el-button :aria-pressed="jar?.state === s.key" @click="set(s.key)">{{ s.name }}</el-button>
        <span>{{ s.means }}</span>
      </li>
    </ul>
  </el-dialog>
</template>

<style scoped>
ul {
  display: grid;
  gap: 8px;
  margin-top: 12px;
}
li {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 12px;
  align-items: center;
  line-height: 1.3;
}
</style>

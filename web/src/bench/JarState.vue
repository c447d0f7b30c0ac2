<script setup lang="ts">
import { computed } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useGlazes } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useChanged } from "@/lib/queries";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** How the glaze in a jar is, written down from the bench. */
const props = defineProps<{ code: string }>();
const emit = defineEmits<{ close: [] }>();
const changed = useChanged();
const asks = useAsks();
const glazes = useGlazes();
const jar = computed(() => glazes.byCode.value.get(props.code));
type State = NonNullable<Schemas["JarChange"]["state"]>;
const states: { key: State; name: string; beside: string }[] = [
  { key: "good", name: "Good", beside: "A dipped finger shows the outline of the nail, not its detail." },
  { key: "thick", name: "Too thick", beside: "Water by the spoon, by whom the house lets." },
  {
    key: "watery",
    name: "Watery",
    beside: "Let it settle and pour some off; too much water is hard to undo.",
  },
  { key: "dried", name: "Dried out", beside: "Revive it, or throw it away." },
];
const state = computed({ get: () => jar.value?.state, set: (now) => now && void set(now) });
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
    <AskGate :asks="asks">
      <p class="caution">Stir or shake it first, lid tight, away from faces.</p>
      <ChoiceBar v-slot="{ option }" v-model="state" label="How it is" :options="states" stacked>
        <b>{{ option.name }}</b> {{ option.beside }}
      </ChoiceBar>
    </AskGate>
  </el-dialog>
</template>

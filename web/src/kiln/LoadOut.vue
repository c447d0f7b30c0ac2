<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { inTurn } from "@/lib/inTurn";
import { shelfName, type LoadPlan } from "@/kiln/shapes";
import { useChanged } from "@/lib/queries";
import CameraButton from "@/ui/CameraButton.vue";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attemptWithReason } from "@/ui/messages";
import { useKeys } from "@/ui/useKeys";
import { heat } from "@/ui/figures";

/** A load coming out, top down by its plan: one key for each piece, and on to the next. */
const props = defineProps<{ plan: LoadPlan; chosen: string; level: number }>();
const emit = defineEmits<{ go: [level: number, piece: string] }>();
const changed = useChanged();
type How = Schemas["OutOfKiln"]["how"];
const ways: { how: How; key: string; name: string }[] = [
  { how: "out", key: "Enter", name: "Out" },
  { how: "sound", key: "s", name: "Sound" },
  { how: "broken", key: "b", name: "Broken" },
  { how: "stuck", key: "u", name: "Stuck" },
  { how: "refire", key: "f", name: "Fire again" },
];
/** The order in which they come out: the highest shelf first, on it as they stand. */
const order = computed(() =>
  props.plan.levels
    .flatMap((l, n) => l.pieces.map((p) => ({ ...p, level: n })))
    .filter((p) => !p.lid && !p.tile)
    .sort((a, b) => b.level - a.level),
);
/** Said to be out, while the plan does not know it yet: the next key is for the next piece. */
const gone = ref(new Set<string>());
watch(order, (all) => all.forEach((p) => p.cameOut && gone.value.delete(p.piece)));
const left = computed(() => order.value.filter((p) => !p.cameOut && !gone.value.has(p.piece)));
const piece = computed(() => order.value.find((p) => p.piece === props.chosen));
const next = () => {
  const at = left.value.find((p) => p.piece !== props.chosen);
  if (at) emit("go", at.level, at.piece);
};
watch(
  () => left.value.length > 0 && !piece.value,
  (lost) => lost && next(),
  { immediate: true },
);
const inOrder = inTurn();
/** Keys may come faster than answers: each waits for the one before, and is for the piece then shown. */
const out = (how: How) => inOrder(() => takeOut(how));
async function takeOut(how: How) {
  const p = piece.value;
  if (!p || p.cameOut || gone.value.has(p.piece)) return;
  const path = { params: { path: { id: props.plan.load } } };
  const done = await attemptWithReason("The kiln is hot", (why) =>
    answer(api.POST("/loads/{id}/out", { ...path, body: { piece: p.piece, how, why } })),
  );
  if (!done) return;
  gone.value.add(p.piece);
  next();
  void changed("load", "own");
}
useKeys(Object.fromEntries(ways.map((w) => [w.key, () => out(w.how)])));
</script>

<template>
  <section class="out" aria-labelledby="out">
    <h2 id="out">{{ left.length ? `To unload: ${left.length} of ${order.length}` : "All of it is out" }}</h2>
    <p class="caution">Only when bare hands can, under about {{ heat(50) }}. Gloves: edges of glaze cut.</p>
    <template v-if="piece">
      <p>
        <b>{{ piece.student }} {{ piece.mark }}</b> {{ piece.title }}, {{ shelfName(plan, piece.level) }}
      </p>
      <p v-if="piece.cameOut" class="soft">
        It came out: {{ piece.cameOut }}. <PlaceLink to="/results">Faults are noted at the cart.</PlaceLink>
      </p>
      <div v-else class="ways">
        <el-button v-for="w in ways" :key="w.how" size="small" @click="out(w.how)">
          {{ w.name }} <kbd>{{ w.key }}</kbd>
        </el-button>
      </div>
      <CameraButton v-if="piece.cameOut" :piece="{ id: piece.piece, student: piece.student }" />
    </template>
  </section>
</template>

<style scoped>
.out {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 10px 14px 12px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 8px 0;
}
.ways .el-button {
  margin: 0;
}
kbd {
  margin-left: 6px;
  border: 1px solid var(--line-strong);
  padding: 0 4px;
}
</style>

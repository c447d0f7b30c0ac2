<script setup lang="ts">
import { computed, ref } from "vue";
import type { LoadPlan } from "@/kiln/shapes";
import type { ByHand } from "@/kiln/useByHand";
import { mm } from "@/ui/figures";
import MisfitDialog from "@/kiln/MisfitDialog.vue";
import { useChanged } from "@/lib/queries";
import { say } from "@/ui/messages";
import { day } from "@/ui/moments";

/** The chosen piece: what it is, what is wrong about where it stands, and what can be done. */
const props = defineProps<{
  plan: LoadPlan;
  chosen: string;
  level: number;
  teaches: boolean;
  hand: ByHand;
}>();
const piece = computed(() => props.hand.piece.value);
const wrong = computed(() =>
  props.plan.breaches.filter((b) => b.piece === props.chosen || (props.chosen && b.other === props.chosen)),
);
const first = computed(() => {
  const id = props.hand.first.value;
  return props.plan.levels.flatMap((l) => l.pieces).find((p) => p.piece === id);
});
const changed = useChanged();
/** The piece that did not fit, while it is measured. */
const misfit = ref("");
async function corrected(next?: LoadPlan) {
  misfit.value = "";
  if (!next) return;
  const there = next.levels.some((l) => l.pieces.some((p) => p.piece === props.chosen));
  say(
    there
      ? "Planned again as it measures."
      : "It left the plan: it has no place as it measures, or waits for a look.",
    there ? "success" : "warning",
  );
  await changed("load", "load_plan", "assignment", "own");
}
</script>

<template>
  <section class="chosen" aria-labelledby="chosen" aria-live="polite">
    <template v-if="piece">
      <h2 id="chosen">{{ piece.lid ? "Lid of " : "" }}{{ piece.student }} {{ piece.mark }}</h2>
      <p class="soft">{{ piece.title }}, {{ piece.class }}</p>
      <p>
        {{ mm(piece.tallMM) }} tall<template v-if="piece.cookie"> with its cookie</template
        ><template v-if="piece.due">; wanted by {{ day(piece.due) }}</template
        ><template v-if="piece.runs">; may run</template>.
      </p>
      <p v-if="piece.piled">
        {{ piece.rims ? "Rim to rim with" : "Nested, from below:" }}
        {{ piece.piled.map((q) => `${q.student} ${q.mark}`).join(", ") }}.
      </p>
      <p v-if="piece.lapsed" class="wrong">Has to come out: {{ piece.lapsed }}.</p>
      <p v-for="(b, i) in wrong" :key="i" class="wrong">{{ b.text }}</p>
      <p v-if="first && first.piece !== piece.piece" class="soft">
        Swap with {{ first.student }} {{ first.mark }}: press Swap.
      </p>
      <div v-if="teaches" class="acts">
        <el-button size="small" @click="hand.tick">{{
          piece.in ? "Take out of the kiln" : "Mark as in the kiln"
        }}</el-button>
        <template v-if="!piece.in">
          <el-button size="small" @click="hand.lock">{{ piece.locked ? "Unlock" : "Lock" }}</el-button>
          <el-button size="small" @click="hand.slide">Slide to fit</el-button>
          <el-button size="small" @click="hand.move(0, 0, Math.PI / 12)">Turn</el-button>
          <el-button size="small" @click="hand.swap">{{
            hand.first.value === piece.piece ? "Swap with…" : "Swap"
          }}</el-button>
          <el-button size="small" @click="hand.takeOut">Leave out</el-button>
          <el-button v-if="!piece.tile" size="small" @click="misfit = piece.piece">Did not fit</el-button>
        </template>
      </div>
    </template>
    <template v-else>
      <h2 id="chosen">By hand</h2>
      <p class="soft">
        Choose a piece and drag it; it slides to the nearest place where it may stand. Arrow keys move it by 5
        mm, comma and full stop turn it.
      </p>
    </template>
    <MisfitDialog
      v-if="misfit"
      :load="plan.load"
      :revision="plan.revision"
      :piece="misfit"
      :who="piece?.student ?? ''"
      @close="corrected"
    />
  </section>
</template>

<style scoped>
.chosen {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 10px 14px 12px;
}
.wrong {
  border-left: 4px solid var(--ink);
  padding-left: 8px;
  margin-top: 6px;
  font-weight: 600;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 10px;
}
.acts .el-button {
  margin: 0;
}
</style>

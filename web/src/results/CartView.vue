<script setup lang="ts">
import { useSteady } from "@/ui/useSteady";
import { computed, ref } from "vue";
import CartQueue from "@/results/CartQueue.vue";
import FaultKeys from "@/results/FaultKeys.vue";
import PieceWhy from "@/results/PieceWhy.vue";
import ResultsTabs from "@/results/ResultsTabs.vue";
import { cames, sayFlaw, useCart, type Flow } from "@/results/useCart";
import { useGuide } from "@/lib/useLists";
import { useHand } from "@/lib/useHand";
import { usePiece } from "@/lib/usePiece";
import { usePieces } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import CameraButton from "@/ui/CameraButton.vue";
import HalfSection from "@/ui/HalfSection.vue";
import StepBar from "@/ui/StepBar.vue";
import { useKeys } from "@/ui/useKeys";
import AskGate from "@/ui/AskGate.vue";

/** The cart: what came out, said piece by piece, or for all that are sound at once. */
const screen = useScreen();
const hand = useHand();
const guide = useGuide();
const { pieces, isPending } = usePieces();
const cart = useCart(pieces);
const { piece, queue, index, surface } = cart;
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const camera = ref<InstanceType<typeof CameraButton>>();
const detail = usePiece(() => piece.value?.id);
const now = computed(() => (detail.data.value?.piece.id === piece.value?.id ? detail.data.value : undefined));
const faults = computed(() => guide.data.value?.faults ?? []);
const flows = computed(() => guide.data.value?.flows ?? []);
const thicknesses = [
  { felt: "thin", name: "Too thin" },
  { felt: "right", name: "Right" },
  { felt: "thick", name: "Too thick" },
] as const;
/** What is noted of each surface, beside its name in the drawing: the first fault, and how many more. */
const flaws = computed(() => {
  const said: Record<string, string> = {};
  for (const { surface: on } of piece.value?.outcome?.faults ?? []) {
    const all = piece.value!.outcome!.faults.filter((f) => f.surface === on);
    said[on] = all[0]!.name + (all.length > 1 ? `, and ${all.length - 1} more` : "");
  }
  return said;
});
const felt = computed(() =>
  piece.value?.surfaces.find((s) => s.id === surface.value && s.on.some((c) => c.felt)),
);
const flowNames: Record<Flow, string> = {
  not: "Not",
  little: "A little",
  band: "To the band",
  shelf: "Onto the shelf",
};
useSteady("button"); // what was said of a piece stands above its keys
useKeys({
  ArrowRight: () => cart.step(1),
  ArrowLeft: () => cart.step(-1),
  ArrowDown: () => cart.where(1),
  ArrowUp: () => cart.where(-1),
  Enter: () => cart.on(),
  A: () => void cart.allSound(),
  m: () => void cart.flow(),
  f: () => camera.value?.open(),
  v: () => piece.value && (screen.record = piece.value.id),
  ...Object.fromEntries(cames.map((c) => [c.key, () => void cart.came(c.came)])),
});
/** The keys of the faults come with the guide. */
useKeys(() => Object.fromEntries(faults.value.map((f) => [f.key, () => void cart.fault(f)])));
</script>

<template>
  <div class="head">
    <div>
      <h1>What came out</h1>
      <p class="soft">Sound, or a fault where it shows. The record says why, and what to do again.</p>
    </div>
    <div class="ways">
      <el-button :disabled="!cart.open.value.length" @click="cart.allSound">
        Mark the {{ cart.open.value.length }} others as sound <kbd>A</kbd>
      </el-button>
    </div>
  </div>
  <ResultsTabs />
  <p v-if="cart.batch.value.length" class="batch" role="status">
    {{ cart.batch.value.length }} came out sound.
    <el-button size="small" @click="cart.takeBack">Undo all</el-button>
  </p>
  <div v-if="piece" class="columns">
    <CartQueue :queue="queue" :index="index" @pick="cart.at.value = $event" />
    <section class="look" aria-live="polite" aria-labelledby="who">
      <h2 id="who">
        {{ piece.student }} <span class="mark">{{ piece.mark }}</span> · {{ piece.title }}
      </h2>
      <p class="soft">
        {{ piece.clay }}, cone {{ piece.cone
        }}<template v-if="piece.stood">, stood in {{ piece.stood }}</template>
      </p>
      <div class="paper">
        <HalfSection
          v-if="now"
          :drawing="now.drawing"
          :surfaces="now.surfaces"
          :states="now.piece.surfaces"
          colours="fired"
          :selected="surface"
          :band-mm="piece.bandMM"
          :said="flaws"
          @select="surface = $event"
        />
      </div>
      <div role="group" aria-label="Did it move?" class="row">
        <h3>Did it move? <kbd>m</kbd></h3>
        <el-button
          v-for="f in flows"
          :key="f.flow"
          size="small"
          :aria-pressed="piece.outcome?.flow === f.flow"
          @click="cart.flow(f.flow)"
          >{{ flowNames[f.flow] }}</el-button
        >
      </div>
      <div v-if="felt" role="group" aria-label="Thickness" class="row">
        <h3>Thickness was felt here: was it</h3>
        <el-button
          v-for="t in thicknesses"
          :key="t.felt"
          size="small"
          :aria-pressed="piece.outcome?.proved?.[surface] === t.felt"
          @click="cart.proved(t.felt)"
          >{{ t.name }}</el-button
        >
      </div>
      <div class="row">
        <CameraButton ref="camera" :piece="piece" />
        <kbd>f</kbd>
        <el-button v-if="!hand" @click="cart.on">Next one <kbd>Enter</kbd></el-button>
      </div>
      <ul v-if="piece.outcome" class="said" aria-label="Noted">
        <li v-if="piece.outcome.came">
          It came out <b>{{ piece.outcome.came === "joined" ? "joined again" : piece.outcome.came }}</b>.
        </li>
        <li v-for="f in piece.outcome.faults" :key="f.surface + f.fault">{{ sayFlaw(piece, f) }}</li>
        <li v-if="piece.outcome.grind" class="caution">
          Sharp drips are ground off before it leaves the room: eye protection, a mask, and wet.
        </li>
      </ul>
      <AskGate v-if="piece.outcome?.faults.length && teaches"><PieceWhy :piece="piece" /></AskGate>
    </section>
    <aside class="keys">
      <div role="group" aria-label="As a whole" class="whole">
        <el-button
          v-for="c in cames"
          :key="c.came"
          size="small"
          :aria-pressed="piece.outcome?.came === c.came"
          @click="cart.came(c.came)"
          >{{ c.name }} <kbd>{{ c.key }}</kbd></el-button
        >
      </div>
      <FaultKeys
        v-model="surface"
        :faults="faults"
        :places="cart.places.value"
        :flaw-of="cart.flawOf"
        @fault="cart.fault"
      />
    </aside>
    <StepBar
      v-if="hand"
      :at="index"
      :of="queue.length"
      label="Pieces that came out"
      @step="cart.step($event)"
    />
  </div>
  <p v-else-if="!isPending" class="empty">
    Nothing waits to be looked at{{ screen.classId ? " in this class" : "" }}. Pieces come here when they are
    out of the kiln.
  </p>
</template>

<style scoped src="@/results/cart.css"></style>

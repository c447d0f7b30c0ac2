<script setup lang="ts">
import { useHand } from "@/lib/useHand";
import PlaceLink from "@/ui/PlaceLink.vue";
import StepBar from "@/ui/StepBar.vue";
import TurnButton from "@/round/TurnButton.vue";
import { computed } from "vue";
import FootQueue from "@/gate/FootQueue.vue";
import HalfSection from "@/ui/HalfSection.vue";
import UndersideMap from "@/gate/UndersideMap.vue";
import VerdictKeys from "@/gate/VerdictKeys.vue";
import { cameOff, shelves, useFoot, type CameOff, type Cover, type Verdict } from "@/gate/useFoot";
import { useSteady } from "@/ui/useSteady";
import { useKeys } from "@/ui/useKeys";
import { useGuide } from "@/lib/useLists";
import { usePiece } from "@/lib/usePiece";
import { usePieces } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";
import { mm } from "@/ui/figures";

const hand = useHand();
useSteady(".verdicts"); // what is to be minded at a piece stands above them
const footKeys: Record<Verdict, string> = {
  clean: "q",
  stained: "s",
  thin: "t",
  left: "g",
  low: "l",
  unclear: "u",
};
const footSigns: Record<Verdict, string> = {
  clean: "◯",
  stained: "◍",
  thin: "◎",
  left: "⬤",
  low: "◡",
  unclear: "?",
};
const coverKeys: Record<Cover, string> = { even: "e", bald: "b", gap: "a", lump: "m" };
const coverSigns: Record<Cover, string> = { even: "▣", bald: "◘", gap: "‖", lump: "▲" };

const screen = useScreen();
const guide = useGuide();
const { pieces, isPending } = usePieces("foot");
const foot = useFoot(pieces);
const { piece, queue, index, spots, surface, shelf } = foot;
const detail = usePiece(() => piece.value?.id);
const now = computed(() => (detail.data.value?.piece.id === piece.value?.id ? detail.data.value : undefined));
const why = computed(() =>
  (piece.value?.blockers ?? []).filter((b) => b.stage === "foot" && b.eyes !== "first"),
);
const covers = computed(() => guide.data.value?.covers ?? []);
const verdicts = computed(() => guide.data.value?.verdicts ?? []);
const evenSeen = computed(() => piece.value && !piece.value.blockers.some((b) => b.about === "cover"));

const wiped = () =>
  foot.keep(surface.value ? { kind: "wipe", surface: surface.value } : { kind: "wipe" }, (p) =>
    surface.value
      ? `${p.student}: wiped. Recoat the face it lay on, then look again.`
      : `${p.student}: wiped. Recoat what it lay on where that was wet, look again, and let it dry.`,
  );
const patched = () =>
  foot.keep(
    { kind: "patch", surface: surface.value || piece.value!.surfaces[0]!.id },
    (p) => `${p.student}: patched. Look again.`,
  );
const nameless = () =>
  foot.keep({ kind: piece.value?.unnamed ? "named" : "noname" }, (p) =>
    p.unnamed ? `${p.student}: its name is on it again.` : "It stays out of the kiln until it has a name.",
  );
const help = (kind: "stilts" | "cookie" | "wash") =>
  foot.keep({ kind: "prepare", text: kind }, (p) => `${p.student}: ${kind} recorded for its firing.`);

const came = (how: CameOff) => foot.asking.value && foot.judge(foot.asking.value, how);

useKeys({
  ArrowDown: () => foot.move(1),
  ArrowUp: () => foot.move(-1),
  x: () => foot.except(),
  A: foot.passAll,
  w: () => (foot.asking.value ? came("wiped") : wiped()),
  d: () => came("scraped"),
  r: () => came("misjudged"),
  p: patched,
  n: nameless,
  h: () => piece.value && (screen.record = piece.value.id),
  ...Object.fromEntries(
    Object.entries(footKeys).map(([v, k]) => [
      k,
      () => {
        const g = verdicts.value.find((x) => x.verdict === v);
        if (g) foot.judge(g);
      },
    ]),
  ),
  ...Object.fromEntries(
    Object.entries(coverKeys).map(([v, k]) => [
      k,
      () => {
        const g = covers.value.find((x) => x.cover === v);
        if (g) foot.look(g);
      },
    ]),
  ),
});
</script>

<template>
  <div class="head">
    <div>
      <h1>Foot and cover</h1>
      <p class="soft">
        Turn it once round at eye level, then look below: glaze where it stands welds it to the shelf.
      </p>
    </div>
    <div class="ways">
      <el-select v-model="shelf" aria-label="Shelf" class="shelf" :empty-values="[null, undefined]">
        <el-option v-for="s in shelves" :key="s.key" :value="s.key" :label="s.name" />
      </el-select>
      <PlaceLink to="/foot/gauge">Print a gauge</PlaceLink>
      <el-button :disabled="!foot.inBatch.value.length" @click="foot.passAll">
        Mark all {{ foot.inBatch.value.length }} as even and clean <kbd>A</kbd>
      </el-button>
    </div>
  </div>
  <p v-if="foot.batch.value.length" class="batch" role="status">
    The batch passed. <el-button size="small" @click="foot.takeBack">Undo all</el-button>
  </p>
  <div v-if="piece" class="columns">
    <FootQueue
      :queue="queue"
      :index="index"
      :out="foot.out.value"
      @pick="index = $event"
      @except="foot.except"
    />
    <section class="look" aria-live="polite">
      <h2>
        {{ piece.student }} <span class="mark">{{ piece.mark }}</span> · {{ piece.title }}
        <span v-if="piece.parts" class="soft">in {{ piece.parts }} parts: look at every one</span>
      </h2>
      <p v-for="b in why" :key="b.code" class="why">{{ b.text }} {{ b.way }}</p>
      <p v-for="ask in piece.lookFor" :key="ask" class="mind">{{ ask }}</p>
      <div class="views">
        <div class="paper">
          <HalfSection
            v-if="now"
            :drawing="now.drawing"
            :surfaces="now.surfaces"
            :states="now.piece.surfaces"
            colours="chalk"
            :selected="surface"
            :band-mm="piece.bandMM"
            @select="surface = surface === $event ? '' : $event"
          />
          <TurnButton v-if="now" :detail="now" />
        </div>
        <UndersideMap v-if="now" v-model="spots" :under="now.under" :band-mm="piece.bandMM" />
      </div>
      <p class="line">
        Bare up to <b class="num">{{ mm(piece.bandMM) }}</b> above the table: lay the gauge there, or a
        pencil{{ piece.underPencil ? ` on ${mm(piece.underPencil)} of card` : " on the table" }}.
        <span v-if="piece.helps.includes('stilts')"
          >On stilts: their points touch, and leave small sharp scars.</span
        >
        <span v-if="surface">On the {{ piece.surfaces.find((s) => s.id === surface)?.name }}.</span>
      </p>
      <VerdictKeys
        label="Cover"
        :guides="covers"
        :key-of="(g) => coverKeys[g.cover]"
        :sign-of="(g) => coverSigns[g.cover]"
        :passes="(g) => g.cover === 'even'"
        :done="evenSeen ? 'seen: even all round' : ''"
        @judge="foot.look"
      />
      <VerdictKeys
        label="Foot"
        :guides="verdicts"
        :key-of="(g) => footKeys[g.verdict]"
        :sign-of="(g) => footSigns[g.verdict]"
        :passes="(g) => g.passes"
        @judge="foot.judge"
      />
      <div v-if="foot.asking.value" class="asks" role="group" aria-label="How did the glaze come off?">
        <p role="status">The last look found glaze there, and no wipe was logged. How did it come off?</p>
        <el-button v-for="c in cameOff" :key="c.how" @click="came(c.how)"
          >{{ c.says }} <kbd>{{ c.key }}</kbd></el-button
        >
      </div>
      <ul v-if="now?.help.length" class="help">
        <li v-for="h in now.help" :key="h.kind">
          {{ h.why }}
          <b v-if="h.recorded">Recorded.</b>
          <el-button v-else size="small" @click="help(h.kind)"
            >Add
            {{ h.kind === "wash" ? "kiln wash" : h.kind === "cookie" ? "a cookie" : "stilts" }}</el-button
          >
        </li>
      </ul>
      <div class="acts">
        <el-button @click="wiped">Wiped wet <kbd>w</kbd></el-button>
        <el-button @click="patched">Patched <kbd>p</kbd></el-button>
        <el-button @click="nameless"
          >{{ piece.unnamed ? "Named again" : "No name on it" }} <kbd>n</kbd></el-button
        >
        <el-button @click="screen.record = piece.id">Open the record <kbd>h</kbd></el-button>
      </div>
    </section>
    <StepBar v-if="hand" :at="index" :of="queue.length" label="Pieces to look at" @step="index += $event" />
  </div>
  <p v-else-if="!isPending" class="empty">
    No piece waits for a look{{ screen.classId ? " in this class" : "" }}{{ shelf ? " on this shelf" : "" }}.
    Pieces come here when their last coat is on.
  </p>
</template>

<style scoped src="@/gate/foot.css"></style>

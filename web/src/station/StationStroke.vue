<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { useTablet } from "@/station/useStation";
import type { Ahead } from "@/station/useStroke";
import type { PartDone } from "@/lib/stroke";
import StationPart from "@/station/StationPart.vue";
import StationMore from "@/station/StationMore.vue";
import StationStir from "@/station/StationStir.vue";
import KeptRoom from "@/ui/KeptRoom.vue";
import TallyStrokes from "@/ui/TallyStrokes.vue";
import { mm } from "@/ui/figures";

/** The next stroke: which jar, how it fires, which brush, which way; the wait as a countdown; one large target. */
const station = useTablet();
const props = defineProps<{
  surface: Ahead;
  step?: Schemas["Step"];
  waitMs: number;
  meanwhile: Ahead[];
  now: number;
  reach?: Schemas["SurfaceArea"];
}>();
/** Where a line is drawn up to which the coat is done, mm above the table. */
const line = defineModel<number>("line");
const emit = defineEmits<{ add: [done?: PartDone]; choose: [surface: string]; touched: [wet: boolean] }>();
const state = computed(() => station.known.value.state!);
const next = computed(() => props.surface.left[0]);
/** Its next jar; once all is on, the one that came last. */
const code = computed(() => next.value?.glaze ?? props.surface.on.at(-1)?.glaze ?? "");
const jar = computed(() => station.known.value.glazes.find((g) => g.code === code.value));
const way = computed(() => next.value?.way ?? "along");
const words = {
  along: ["Along", "Along the piece, all one way."],
  across: ["Across", "Across the coat below."],
  laid: ["Softly", "Lay it on softly. Do not rub."],
} as const;
const how = computed(() => {
  const n = next.value;
  if (!n) return "All its coats are on.";
  if (n.rest) return state.value.pictures ? n.rest : `Go on where it was left: the ${n.rest}.`;
  if (!n.dips) return words[way.value][state.value.pictures ? 0 : 1];
  if (state.value.pictures) return "Dip";
  const deep = n.downTo ? `from the rim, down to ${mm(n.downTo)} above the table` : "all of it";
  return `Stir until nothing is left on its floor, for every piece. Dip ${deep}, ${n.seconds ?? 3} seconds; drain it, do not tip it over.`;
});
const wait = computed(() => {
  const s = Math.ceil(props.waitMs / 1000);
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, "0")}`;
});
/** In a house that lays coat on damp coat: how long there is. */
const until = computed(() => {
  const ms = Date.parse(props.surface.nextBy ?? "") - props.now;
  return ms > 0 ? Math.ceil(ms / 60000) : 0;
});
</script>

<template>
  <section class="stroke" :aria-label="`Next stroke: ${surface.name}, ${code}`">
    <p class="where">
      <b>{{ surface.name }}</b> <TallyStrokes :surface="surface" :now="now" />
    </p>
    <div class="jar" :class="{ large: state.pictures }">
      <span class="swatch" :style="{ background: jar?.raw }" role="img" :aria-label="`${code} in the jar`" />
      <span aria-hidden="true">→</span>
      <span
        class="swatch"
        :class="{ untold: !surface.fired }"
        :style="{ background: surface.fired }"
        role="img"
        :aria-label="surface.fired ? `fired, as tile ${surface.tile} shows` : 'no tile shows how it fires'"
      />
      <p>
        <b class="code">{{ code }}</b><br />{{ jar?.name }}
        <span v-if="!state.pictures" class="small">{{
          surface.tile ? `tile ${surface.tile}` : "no tile shows it"
        }}</span>
      </p>
      <StationMore v-if="jar && state.lesson && !next?.dips" :jar="jar" :lesson="state.lesson" />
    </div>
    <KeptRoom :of="`${surface.id} ${code}`"><StationStir v-if="jar && next" :jar="jar" /></KeptRoom>
    <p class="how">
      <svg viewBox="0 0 40 40" aria-hidden="true" :class="way">
        <path d="M8 8 H32 M8 20 H32 M8 32 H32" />
        <path d="M27 3 L33 8 L27 13" />
      </svg>
      <span
        >{{ how
        }}<template v-if="step && !next?.dips && !state.pictures">
          Brush: {{ step.brush }}{{ step.freshWater ? ", in fresh water" : "" }}.</template
        ></span
      >
    </p>
    <button
      type="button"
      class="add"
      :class="{ early: waitMs > 0 }"
      :aria-disabled="!next"
      @click="next && emit('add')"
    >
      <svg viewBox="0 0 40 44" aria-hidden="true">
        <path d="M8 38 C5 27 11 15 9 6 C12 3 20 3 22 6 C20 16 24 27 21 40 C17 43 11 42 8 38 Z" />
        <path d="M32 14 V30 M24 22 H40" class="plus" />
      </svg>
      {{
        waitMs > 0 ? (state.pictures ? "Add, still wet" : "Add it wet") : next?.dips ? "Add dip" : "Add coat"
      }}
    </button>
    <!-- Below the target, and with room of its own: nothing moves while a finger is on it. -->
    <div class="mean">
      <template v-if="meanwhile.length">
        {{ waitMs > 0 ? "Meanwhile:" : next ? "Or:" : "Next:" }}
        <button
          v-for="m in meanwhile.slice(0, 2)"
          :key="m.id"
          type="button"
          class="plain"
          @click="emit('choose', m.id)"
        >
          {{ m.name }}, {{ m.left[0]?.glaze }}
        </button>
      </template>
    </div>
    <div class="mean dry">
      <template v-if="waitMs > 0">
        <span class="wait" role="timer"
          ><b class="num">{{ wait }}</b> until it is dry</span
        >
        <button type="button" class="plain" @click="emit('touched', false)">
          {{ state.pictures ? "Dry" : "Already dry" }}
        </button>
      </template>
      <template v-else-if="until">Now, while the coat below is damp: {{ until }} min.</template>
      <button
        v-else-if="surface.on.length && !surface.waiting"
        type="button"
        class="plain"
        @click="emit('touched', true)"
      >
        Still wet
      </button>
    </div>
    <KeptRoom :of="surface.id">
      <StationPart
        v-if="next && !next.dips && !next.rest && waitMs === 0"
        :key="surface.id"
        v-model:line="line"
        :low-mm="reach?.lowMM ?? 0"
        :high-mm="reach?.highMM ?? 0"
        @add="emit('add', $event)"
      />
    </KeptRoom>
  </section>
</template>

<style scoped src="@/station/stroke.css"></style>

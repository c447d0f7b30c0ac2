<script setup lang="ts">
import { measures } from "@/lib/measures";
import { useNow } from "@/lib/useNow";
import { useTimeoutFn } from "@vueuse/core";
import { computed, defineAsyncComponent, provide, ref, watch } from "vue";
import { useRoute } from "vue-router";
import StationJar from "@/station/StationJar.vue";
import StationHead from "@/station/StationHead.vue";
import StationClearing from "@/station/StationClearing.vue";
import StationSeats from "@/station/StationSeats.vue";
import StationLists from "@/station/StationLists.vue";
import StationPair from "@/station/StationPair.vue";
import StationPick from "@/station/StationPick.vue";
import StationTable from "@/station/StationTable.vue";
import StationPiece from "@/station/StationPiece.vue";
import { tabletKey, useStation } from "@/station/useStation";

/** Few tablets ever load a kiln: the others do without it. */
const StationVotes = defineAsyncComponent(() => import("@/station/StationVotes.vue"));
const StationLoad = defineAsyncComponent(() => import("@/station/StationLoad.vue"));

/** A tablet of the room: a student finds the piece, sees the next stroke, and adds a coat. */
const station = useStation();
provide(tabletKey, station);
const { known, paired, said } = station;
const piece = ref("");
/** A load of the kiln that goes in by this tablet. */
const load = ref("");
const vote = ref("");
/** The surface at which its page opens; empty for the next one in order. */
const surface = ref("");
/** A jar whose card was scanned: its code leads here. */
const route = useRoute();
const jar = ref("");
watch(
  () => route.query.jar,
  (code) => (jar.value = typeof code === "string" ? code : ""),
  { immediate: true },
);
const state = computed(() => known.value.state);
watch(
  () => state.value?.units,
  (units) => units && (measures.value = units),
  { immediate: true },
);
const now = useNow(station.skew);
/** The bell is near: what comes back counts, not what comes next. */
const clearing = computed(() => !!state.value?.clearing && now.value >= Date.parse(state.value.clearing));
watch(clearing, (now) => now && (said.value = "Clear up now: which coat is half done?"));
const chosen = computed(() => known.value.pieces.find((p) => p.id === piece.value));
watch(
  () => state.value?.classes.join(),
  (now, before) => before !== undefined && now !== before && (piece.value = ""),
);
/** Names come once what lies above them stands, or fails to come soon: nothing moves under a finger. */
const stands = ref(new Set<string>());
const late = ref(false);
useTimeoutFn(() => (late.value = true), 2500);
const still = computed(() => late.value || stands.value.size === 2);
const hush = useTimeoutFn(() => (said.value = ""), 9000, { immediate: false });
watch(said, (text) => (text ? hush.start() : hush.stop()));
function pick(id: string, at = "") {
  piece.value = id;
  surface.value = at;
  void station.open(id);
}
async function pairedNow() {
  await station.refresh();
  station.listen();
}
</script>

<template>
  <div class="station" :class="{ pictures: state?.pictures }">
    <StationPair v-if="paired === false" :waiting="station.outbox.taps.value.length" @paired="pairedNow" />
    <template v-else-if="state">
      <StationHead
        :back="!!chosen || !!load || !!vote"
        :clearing="clearing"
        :loading="!!load || !!vote"
        @back="piece = load = vote = ''"
        @load="load = $event"
        @vote="vote = $event"
      />
      <main id="main">
        <StationJar v-if="jar" :code="jar" @close="jar = ''" />
        <StationLoad v-else-if="load" :load="load" @gone="load = ''" />
        <p v-else-if="state.locked" class="none">The teacher has locked the tablets for now.</p>
        <StationVotes v-else-if="vote" :piece="vote" @gone="vote = ''" />
        <p v-else-if="!state.classes.length" class="none">No class is in the room now.</p>
        <StationPiece
          v-else-if="chosen"
          :key="chosen.id"
          :piece="chosen"
          :begin="surface"
          @done="piece = ''"
        />
        <template v-else>
          <StationClearing v-if="state.lesson && clearing" :lesson="state.lesson" @pick="pick" />
          <template v-else-if="state.lesson">
            <StationLists :lesson="state.lesson" />
            <StationSeats :classes="state.classes" @loaded="stands.add('seats')" />
            <StationTable :lesson="state.lesson" @pick="pick" @loaded="stands.add('table')" />
          </template>
          <StationPick v-if="!state.lesson || clearing || still" @pick="pick" />
        </template>
      </main>
      <footer class="notices">
        <p v-if="said" class="said" role="alert">{{ said }}</p>
      </footer>
    </template>
    <p v-else class="none">Enkaustos</p>
  </div>
</template>

<style src="@/station/station.css"></style>

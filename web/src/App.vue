<script setup lang="ts">
import { computed } from "vue";
import { defineAsyncComponent } from "vue";
import { useRoute, useRouter } from "vue-router";
import ShortcutHelp from "@/ui/ShortcutHelp.vue";
import PieceRecord from "@/record/PieceRecord.vue";
import TheRail from "@/ui/TheRail.vue";
import TopBar from "@/ui/TopBar.vue";
import { useKeys } from "@/ui/useKeys";
import { useRoom } from "@/lib/useRoom";
import { useSession } from "@/lib/useSession";
import { beside, stages } from "@/router";
import DoorView from "@/room/DoorView.vue";

const StationView = defineAsyncComponent(() => import("@/station/StationView.vue"));
const LiveScreen = defineAsyncComponent(() => import("@/room/LiveScreen.vue"));

const session = useSession();
const room = useRoom();
const router = useRouter();
const route = useRoute();
/** A tablet of the room shows its own page and nothing else. */
const tablet = computed(() => route.path === "/station" || session.data.value?.role === "station");
const open = computed(() => session.data.value?.state === "open");

const places = Object.fromEntries(
  [...stages, ...beside].map((place) => [place.key, () => void (open.value && router.push(place.path))]),
);
useKeys({
  ...places,
  c: () => room.toggleLook(),
  "?": () => (room.helpOpen = true),
  T: () => (room.tabletsOpen = true),
});
</script>

<template>
  <StationView v-if="tablet" />
  <div v-else-if="session.isPending.value" class="wait soft">Enkaustos</div>
  <div v-else-if="session.isError.value" class="wait" role="alert">{{ session.error.value?.message }}</div>
  <DoorView v-else-if="!open" />
  <div v-else class="room">
    <a class="skip" href="#main">To the work</a>
    <TheRail />
    <TopBar />
    <main id="main" tabindex="-1"><RouterView /></main>
    <ShortcutHelp />
    <LiveScreen />
    <PieceRecord v-if="room.record" :id="room.record" @close="room.record = ''" />
  </div>
</template>

<style scoped>
.wait {
  display: grid;
  place-items: center;
  min-height: 100vh;
  font-size: 20px;
}
.room {
  display: grid;
  grid-template: auto 1fr / 148px 1fr;
  grid-template-areas: "rail top" "rail main";
  min-height: 100vh;
}
main {
  grid-area: main;
  padding: 18px 26px 48px;
  min-width: 0;
}
main:focus {
  outline: none;
  box-shadow: none;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  background: #fff;
  padding: 8px;
  z-index: 9;
}
@media (max-width: 900px) {
  .room {
    grid-template-columns: 104px 1fr;
  }
  main {
    padding: 14px;
  }
}
@media print {
  .room {
    display: block;
  }
  main {
    padding: 0;
  }
}
</style>

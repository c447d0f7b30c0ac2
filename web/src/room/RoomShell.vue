<script setup lang="ts">
import { computed, defineAsyncComponent, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import { beside, places, stages, type Place } from "@/places";
import PieceRecord from "@/record/PieceRecord.vue";
import DoorView from "@/room/DoorView.vue";
import { say } from "@/ui/messages";
import AskGate from "@/ui/AskGate.vue";
import ShortcutHelp from "@/ui/ShortcutHelp.vue";
import TheRail from "@/ui/TheRail.vue";
import TopBar from "@/ui/TopBar.vue";
import { useKeys } from "@/ui/useKeys";

/** What a teacher or a helper sees: the door, and behind it rail, bar and the open place. */
const LiveScreen = defineAsyncComponent(() => import("@/room/LiveScreen.vue"));

const session = useSession();
const screen = useScreen();
const router = useRouter();
const route = useRoute();
const open = computed(() => session.data.value?.state === "open");
/** A helper who comes by an address to what is the teacher's alone is told so, at Today. */
watch(
  () => [route.meta.roles, session.data.value?.role] as const,
  ([roles, role]) => {
    if (!open.value || !role || !roles || roles.includes(role)) return;
    say(`${route.meta.name}: that is the teacher's.`);
    void router.replace("/");
  },
);

/** Where the open place belongs to: it leads back from what is not there. */
const above = computed(() => {
  const stage = `/${route.path.split("/")[1]}`;
  return places.find((p) => p.path === stage && p.path !== route.path);
});

function lead(place: Place) {
  const role = session.data.value?.role;
  if (open.value && role && place.roles.includes(role)) void router.push(place.path);
}
useKeys({
  ...Object.fromEntries([...stages, ...beside].map((place) => [place.key, () => lead(place)])),
  c: () => screen.toggleColours(),
  "?": () => (screen.helpOpen = true),
  T: () => (screen.tabletsOpen = session.data.value?.role === "teacher"),
});
</script>

<template>
  <DoorView v-if="!open" />
  <div v-else class="room">
    <a class="skip" href="#main">Skip to the content</a>
    <TheRail />
    <TopBar />
    <main id="main" tabindex="-1">
      <AskGate :key="route.matched[0]?.path" :back="above"><RouterView /></AskGate>
    </main>
    <ShortcutHelp />
    <LiveScreen />
    <PieceRecord v-if="screen.record" :id="screen.record" @close="screen.record = ''" />
  </div>
</template>

<style scoped>
.room {
  display: grid;
  grid-template: auto 1fr / 148px 1fr;
  grid-template-areas: "rail top" "rail main";
  min-height: 100vh;
}
main {
  grid-area: main;
  padding: 18px 26px calc(48px + var(--notices));
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
    padding: 14px 14px calc(14px + var(--notices));
  }
}
/* In the hand: the rail lies under the thumb, and the work has the whole width. */
@media (max-width: 640px) {
  .room {
    grid-template: auto 1fr auto / minmax(0, 1fr);
    grid-template-areas: "top" "main" "rail";
  }
  main {
    padding: 10px 10px calc(76px + var(--notices));
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

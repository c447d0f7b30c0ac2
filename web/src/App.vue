<script setup lang="ts">
import { computed, defineAsyncComponent, watch } from "vue";
import { useRoute } from "vue-router";
import { measures } from "@/lib/measures";
import { useSession } from "@/lib/useSession";

/** A tablet of the room shows its own page and loads nothing else. */
const StationView = defineAsyncComponent(() => import("@/station/StationView.vue"));
const TrustView = defineAsyncComponent(() => import("@/room/TrustView.vue"));
const RoomShell = defineAsyncComponent(() => import("@/room/RoomShell.vue"));
const session = useSession();
watch(
  () => session.data.value?.units,
  (units) => units && (measures.value = units),
);
const route = useRoute();
/** Another machine over plain http gets a tablet's page, or how it comes to the teacher's side. */
const stranger = computed(() => route.path === "/trust" || (session.data.value?.elsewhere && !tablet.value));
const tablet = computed(() => route.path === "/station" || session.data.value?.role === "station");
</script>

<template>
  <TrustView v-if="stranger" />
  <StationView v-else-if="tablet" />
  <div v-else-if="session.isPending.value" class="wait soft">Enkaustos</div>
  <div v-else-if="session.isError.value" class="wait" role="alert">{{ session.error.value?.message }}</div>
  <RoomShell v-else />
</template>

<style scoped>
.wait {
  display: grid;
  place-items: center;
  min-height: 100vh;
  font-size: 20px;
}
</style>

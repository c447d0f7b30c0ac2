<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api } from "@/api/client";
import { useRoom } from "@/room/useRoom";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { useTeaches } from "@/lib/useSession";
import { dateAndClock } from "@/ui/moments";
import OwnDevice from "@/room/OwnDevice.vue";

/** The room: its tablets, who comes next, today's air, and helpers. */
const screen = useScreen();
const { room, keep } = useRoom();
const teaches = useTeaches();
const around = useAsk(queries.around(""));
const helper = ref("");
async function damp() {
  keep(await attempt(answer(api.PUT("/room/damp", { body: { damp: !room.value?.damp } }))));
}
async function help() {
  const passphrase = helper.value;
  try {
    await answer(api.PUT("/helper", { body: { passphrase } }));
    helper.value = "";
    say(passphrase ? "Helpers come in with that passphrase." : "Helpers are shut out.");
  } catch (error) {
    say((error as Error).message, "error");
  }
}
const pace = computed(() => {
  const r = room.value;
  if (!r?.paceCount) return "Nobody touched a coat yet: the house's figures hold.";
  const share = Math.round(r.pace * 100);
  const than =
    share === 100
      ? "as the house's figures say"
      : share < 100
        ? `${100 - share} % faster than the house's figures`
        : `${share - 100} % slower than the house's figures`;
  return `Coats dry ${than}, learned from ${r.paceCount} coats that were touched or laid over.`;
});
const night = computed(() => {
  const r = room.value;
  if (!r?.nightCount || (r.night ?? 1) <= 1) return "";
  return `Pieces felt cold after the house's night before the kiln: here it takes ${Math.round((r.night ?? 1) * 100)} % of it, learned from ${r.nightCount} pieces.`;
});
</script>

<template>
  <div class="head">
    <div>
      <h1>Room and tablets</h1>
      <p class="soft">The tablets serve the class that the bell brings.</p>
    </div>
    <el-button v-if="teaches" @click="screen.tabletsOpen = true">Open the tablets <kbd>T</kbd></el-button>
  </div>
  <div v-if="room" class="columns">
    <section class="sheet" aria-labelledby="coming">
      <h2 id="coming">Lessons</h2>
      <ul v-if="around.data.value" class="coming num">
        <li v-if="around.data.value.now" class="now">
          <b>{{ around.data.value.now.names }}</b> is in the room until {{ around.data.value.now.ends }}.
        </li>
        <li v-for="l in around.data.value.next" :key="l.key">
          {{ dateAndClock(l.begins) }} to {{ l.ends }} <b>{{ l.names }}</b>
        </li>
        <li v-if="!around.data.value.next.length && !around.data.value.now" class="soft">
          No lessons: the tablets serve the class you switch them to.
        </li>
      </ul>
      <p><PlaceLink to="/lessons">The calendar and the bells</PlaceLink></p>
    </section>
    <div class="side">
      <section class="sheet" aria-labelledby="air">
        <h2 id="air">Drying</h2>
        <p>{{ pace }}</p>
        <p v-if="night">{{ night }}</p>
        <p>
          Today is
          <b>{{ room.damp ? "a damp day: everything dries half as long again" : "an ordinary day" }}</b>.
          <el-button @click="damp">{{ room.damp ? "Set a normal day" : "Set a damp day" }}</el-button>
        </p>
      </section>
      <section v-if="teaches" class="sheet" aria-labelledby="helpers">
        <h2 id="helpers">Helpers</h2>
        <p>A helper logs, checks feet and fills loads, but sees no marks and changes no rules.</p>
        <form @submit.prevent="help">
          <el-input
            v-model="helper"
            type="password"
            aria-label="Passphrase of helpers"
            placeholder="At least 10 characters; empty shuts them out"
            autocomplete="new-password"
          />
          <el-button native-type="submit">Set</el-button>
        </form>
      </section>
      <OwnDevice />
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 20px;
  align-items: start;
}
.sheet {
  padding: 16px;
  display: grid;
  gap: 12px;
}
.side {
  display: grid;
  gap: 20px;
}
.coming li {
  padding: 7px 0;
  border-bottom: 1px solid var(--line);
}
form {
  display: flex;
  gap: 8px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

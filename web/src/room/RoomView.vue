<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useBells } from "@/room/useBells";
import { useClasses } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import OwnDevice from "@/room/OwnDevice.vue";

/** The room: its tablets, the bells of the week, today's air, and helpers. */
const screen = useScreen();
const classes = useClasses();
const { room, keep } = useBells();
type Bell = Schemas["Bell"];
const days = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const bells = ref<Bell[]>([]);
const helper = ref("");
watch(
  () => room.value?.bells,
  (now) => now && (bells.value = now.map((b) => ({ ...b }))),
  { immediate: true },
);
const changed = computed(() => JSON.stringify(bells.value) !== JSON.stringify(room.value?.bells));
function add() {
  const last = bells.value.at(-1);
  bells.value.push({
    class: screen.classId || classes.taught.value[0]?.id || "",
    weekday: last?.weekday ?? 1,
    starts: last?.ends ?? "09:00",
    ends: later(last?.ends ?? "09:00"),
  });
}
function later(clock: string) {
  const [h, m] = clock.split(":").map(Number);
  const at = Math.min(h! * 60 + m! + 60, 23 * 60 + 59);
  return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}
async function save() {
  const kept = await attempt(answer(api.PUT("/room/bells", { body: { bells: bells.value } })));
  if (!kept) return;
  keep(kept);
  say("The bells are kept: the tablets follow them.");
}
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
    <el-button @click="screen.tabletsOpen = true">Open the tablets <kbd>T</kbd></el-button>
  </div>
  <div v-if="room" class="columns">
    <section class="sheet" aria-labelledby="bells">
      <h2 id="bells">Bells of the week</h2>
      <ul v-if="bells.length" class="bells">
        <li v-for="(b, i) in bells" :key="i">
          <select v-model.number="b.weekday" :aria-label="`Day of lesson ${i + 1}`">
            <option v-for="(d, n) in days" :key="d" :value="n + 1">{{ d }}</option>
          </select>
          <input v-model="b.starts" type="time" :aria-label="`Lesson ${i + 1} starts`" />
          <input v-model="b.ends" type="time" :aria-label="`Lesson ${i + 1} ends`" />
          <select v-model="b.class" :aria-label="`Class of lesson ${i + 1}`">
            <option v-for="c in classes.taught.value" :key="c.id" :value="c.id">{{ c.name }}</option>
          </select>
          <button type="button" :aria-label="`Remove lesson ${i + 1}`" @click="bells.splice(i, 1)">✕</button>
        </li>
      </ul>
      <p v-else class="soft">No bells yet: the tablets serve the class you switch them to.</p>
      <p class="acts">
        <el-button @click="add">Add a lesson</el-button>
        <el-button type="primary" :disabled="!changed" @click="save">Save the lessons</el-button>
      </p>
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
      <section class="sheet" aria-labelledby="helpers">
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
.bells li {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1.4fr) 44px;
  gap: 8px;
  margin-bottom: 6px;
}
select,
input[type="time"],
.bells button {
  font: inherit;
  min-height: 40px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 8px;
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

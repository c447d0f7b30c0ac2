<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import PlaceLink from "@/ui/PlaceLink.vue";
import { useKeys } from "@/ui/useKeys";
import PieceSketch from "@/ui/PieceSketch.vue";
import { useClasses } from "@/lib/useLists";
import { useLog, usePieces } from "@/lib/usePieces";
import { say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";

/** The end of a lesson: who puts what where, with the reason in one line. */
const screen = useScreen();
const log = useLog();
const classes = useClasses();
const { pieces, isPending } = usePieces();
type Place = "ready" | "own" | "cart";
const places: { key: Place; name: string; means: string }[] = [
  { key: "ready", name: "Onto the ready shelf", means: "Coats on, cover and foot passed. It dries there." },
  { key: "own", name: "Back to its own place", means: "Work goes on next time." },
  { key: "cart", name: "Onto the cart", means: "Fired: to be picked up." },
];
const touched = (p: Piece) => p.revision > 0 || p.surfaces.some((s) => s.on.length) || !!p.fired;
const here = computed(() => pieces.value.filter((p) => p.place && touched(p)));
const away = computed(() => pieces.value.filter((p) => p.away));
const of = (place: Place) => here.value.filter((p) => p.place === place);
const open = (place: Place) => of(place).filter((p) => p.putAt !== place);

/** The board or shelf that is being filled, by place: it goes into the record, and is found again there. */
const boards = ref<Record<string, string>>({});
const at = (place: Place) => (boards.value[place]?.trim() ? { text: boards.value[place].trim() } : {});
function put(list: Piece[], place: Place) {
  if (!list.length) return;
  log.mutate(
    list.map((p) => ({ kind: "move", piece: p.id, place, ...at(place) })),
    { onSuccess: () => say(`${list.length} put away.`) },
  );
}
function allAway() {
  const events = places.flatMap((x) =>
    open(x.key).map((p) => ({ kind: "move" as const, piece: p.id, place: x.key, ...at(x.key) })),
  );
  if (events.length) log.mutate(events, { onSuccess: () => say(`${events.length} pieces put away.`) });
}
function back(p: Piece, chipped: boolean) {
  log.mutate([{ kind: "return", piece: p.id, ...(chipped ? { text: "its rim is chipped" } : {}) }], {
    onSuccess: () =>
      say(
        chipped
          ? `${p.student}: back, and damaged. Mend it first.`
          : `${p.student}: back. Look at cover and foot again.`,
      ),
  });
}
function takeHome(p: Piece) {
  log.mutate([{ kind: "leave", piece: p.id, text: "at home" }], {
    onSuccess: () => say(`${p.student}: taken home, with its sheet, cups and brushes.`),
  });
}
useKeys({ Enter: allAway });
const left = computed(() => places.reduce((n, x) => n + open(x.key).length, 0));
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/bench">Bench</PlaceLink> · the end of the lesson</p>
      <h1>Hand over</h1>
      <p class="soft">
        What stands on the ready shelf goes into the kiln. Nothing unfinished may stand there.
      </p>
    </div>
    <div>
      <el-button type="primary" :disabled="!left" @click="allAway"
        >Confirm all {{ left }} <kbd>Enter</kbd></el-button
      >
    </div>
  </div>
  <p v-if="!screen.classId" class="soft">Choose a class above to see who puts what where.</p>
  <div class="places">
    <section
      v-for="x in places"
      v-show="of(x.key).length"
      :key="x.key"
      :class="x.key"
      :aria-labelledby="`to-${x.key}`"
    >
      <h2 :id="`to-${x.key}`">
        <b class="num">{{ of(x.key).length }}</b> {{ x.name }}
      </h2>
      <p class="soft">
        {{ x.means }}
        <PlaceLink
          v-if="x.key === 'own' && of('own')[0]"
          :to="`/plan/prints/${of('own')[0]!.assignment}/kits`"
          >Kits to take home</PlaceLink
        >
      </p>
      <label v-if="x.key !== 'cart'" class="board">
        Put on
        <input
          v-model="boards[x.key]"
          maxlength="30"
          placeholder="board 3"
          :aria-label="`Board or shelf, ${x.name}`"
        />
      </label>
      <ul>
        <li v-for="p in of(x.key)" :key="p.id" :class="{ there: p.putAt === x.key }">
          <button
            type="button"
            :aria-pressed="p.putAt === x.key"
            :aria-label="`${p.student} ${p.mark}: ${x.name}`"
            @click="put([p], x.key)"
          >
            <span aria-hidden="true">{{ p.putAt === x.key ? "▣" : "▢" }}</span>
          </button>
          <PieceSketch :piece="p" class="small" />
          <span>
            <b>{{ p.student }} {{ p.mark }}</b>
            <span v-if="!screen.classId" class="soft">, {{ classes.byId.value.get(p.class)?.name }}</span>
            <span class="why">
              <b v-if="x.key !== 'ready' && p.putAt === 'ready'">✕ It stands on the ready shelf. </b
              >{{ p.placeWhy }}<b v-if="p.spot && p.putAt === x.key"> It stands on {{ p.spot }}.</b>
            </span>
          </span>
          <button
            v-if="x.key === 'own'"
            type="button"
            class="home"
            :aria-label="`Log as taken home: ${p.student}'s piece`"
            @click="takeHome(p)"
          >
            Log as taken home
          </button>
        </li>
      </ul>
    </section>
  </div>
  <section v-if="away.length" class="away" aria-labelledby="away">
    <h2 id="away">Out of the room</h2>
    <ul>
      <li v-for="p in away" :key="p.id">
        <b>{{ p.student }} {{ p.mark }}</b> {{ p.away }}
        <el-button size="small" @click="back(p, false)">Log as back, whole</el-button>
        <el-button size="small" @click="back(p, true)">Log as back, chipped</el-button>
      </li>
    </ul>
  </section>
  <p v-if="!here.length && !isPending" class="empty">Nothing to put away.</p>
</template>

<style scoped>
.places {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 18px;
  align-items: start;
}
section {
  container-type: inline-size;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 12px 14px;
}
.ready {
  border: 3px solid var(--ink);
}
h2 .num {
  font-size: 26px;
  font-weight: 400;
}
li {
  display: grid;
  grid-template-columns: 46px 46px 1fr;
  gap: 0 10px;
  align-items: center;
  min-height: 46px;
  border-top: 1px solid var(--line);
  line-height: 1.25;
}
.board {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 6px 0;
}
.board input {
  font: inherit;
  min-height: 36px;
  width: 130px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 0 8px;
}
.small {
  height: 42px;
  width: 46px;
}
.away li {
  display: flex;
  gap: 12px;
}
li .home {
  grid-column: 3;
  justify-self: start;
  padding: 0;
  font-size: 14px;
  text-decoration: underline;
}
li button {
  border: 0;
  background: none;
  font-size: 22px;
  min-height: 44px;
  cursor: pointer;
}
.why {
  display: block;
  font-size: 14px;
}
@container (min-width: 400px) {
  li {
    grid-template-columns: 46px 46px 1fr auto;
  }
  li .home {
    grid-column: 4;
  }
}
.away {
  margin-top: 18px;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

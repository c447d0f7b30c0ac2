<script setup lang="ts">
import PieceSketch from "@/ui/PieceSketch.vue";
import { computed, ref } from "vue";
import type { Piece, Schemas } from "@/api/client";
import OverruleDialog from "@/gate/OverruleDialog.vue";
import { useClasses } from "@/lib/useLists";
import { useNow } from "@/lib/useNow";
import { usePieces } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";
import { soon } from "@/ui/moments";

/** Which pieces may be fired, and what every other one waits for. */
const screen = useScreen();
const now = useNow();
const classes = useClasses();
const { pieces, isPending } = usePieces();
const groups = useAsk(computed(() => queries.ready(screen.classId)));
const byId = computed(() => new Map(pieces.value.map((p) => [p.id, p])));
const of = (g: Schemas["ReadyGroup"]) => g.pieces.flatMap((id) => byId.value.get(id) ?? []);
const fit = computed(() => pieces.value.filter((p) => p.fit));
const taken = computed(() => pieces.value.filter((p) => !p.fired && p.overruled.length));
const over = ref<{ piece: Piece; blocker: Schemas["Blocker"] }>();
const where: Record<string, string> = { plan: "/plan", bench: "/bench", foot: "/foot", kiln: "/kiln" };

const when = (at: string) => soon(at, now.value);
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/kiln">Kiln</PlaceLink> · the gate</p>
      <h1>May it be fired?</h1>
      <p class="soft">
        <b class="num">{{ fit.length }}</b> may be fired now.
        {{ groups.data.value?.length ? "Every other piece waits for something:" : "" }}
      </p>
    </div>
    <PlaceLink to="/kiln" class="go">Load {{ fit.length }} pieces</PlaceLink>
  </div>
  <div v-for="g in groups.data.value" :key="g.code + g.words" class="group">
    <details>
      <summary>
        <b class="num">{{ g.pieces.length }}</b>
        <span
          >{{ g.words }}<template v-if="g.clearsAt"> until {{ when(g.clearsAt) }}</template></span
        >
        <span class="heads">
          <span v-for="p in of(g).slice(0, 10)" :key="p.id" class="one">
            <PieceSketch :piece="p" class="small" /><span>{{ p.student }}</span>
          </span>
          <span v-if="g.pieces.length > 10" class="soft">and {{ g.pieces.length - 10 }} more</span>
        </span>
      </summary>
      <ul>
        <li v-for="p in of(g)" :key="p.id">
          <button type="button" class="who" @click="screen.record = p.id">
            {{ p.student }} {{ p.mark }}
          </button>
          <span class="soft"
            >{{ p.title
            }}<template v-if="!screen.classId">, {{ classes.byId.value.get(p.class)?.name }}</template></span
          >
          <ul class="why">
            <li v-for="b in p.blockers" :key="b.code + b.surface">
              {{ b.text }} <b>{{ b.way }}</b><template v-if="b.clearsAt">
                Clears {{ when(b.clearsAt) }}.</template
              >
              <button
                v-if="!b.firm"
                type="button"
                :aria-label="`Overrule for ${p.student}: ${b.text}`"
                @click="over = { piece: p, blocker: b }"
              >
                overrule
              </button>
              <span v-else class="soft">never overruled</span>
            </li>
          </ul>
        </li>
      </ul>
    </details>
    <PlaceLink v-if="!g.clearsAt" class="to" :to="where[g.stage] ?? '/bench'">{{
      g.stage === "foot" ? "Look at them" : g.stage === "plan" ? "Open the plans" : "Open the bench"
    }}</PlaceLink>
  </div>
  <section v-if="taken.length" aria-labelledby="taken">
    <h2 id="taken">Taken on by the teacher</h2>
    <ul class="taken">
      <li v-for="p in taken" :key="p.id">
        <b>{{ p.student }} {{ p.mark }}</b>
        <span v-for="r in p.overruled" :key="r.code + r.surface">, it {{ r.text }}: “{{ r.reason }}”</span>
      </li>
    </ul>
  </section>
  <p v-if="!pieces.length && !isPending" class="empty">No pieces yet.</p>
  <OverruleDialog v-if="over" :piece="over.piece" :blocker="over.blocker" @close="over = undefined" />
</template>

<style scoped>
.go {
  border: 2px solid var(--ink);
  background: var(--ink);
  color: #fff;
  padding: 8px 16px;
  text-decoration: none;
  font-weight: 600;
}
.heads {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: end;
  flex-basis: 100%;
  font-size: 13px;
}
.one {
  display: grid;
  justify-items: center;
}
.small {
  width: 66px;
  height: 44px;
}
.group {
  position: relative;
  background: var(--sheet);
  border: 1px solid var(--line);
  margin-bottom: 8px;
}
summary {
  display: flex;
  flex-wrap: wrap;
  cursor: pointer;
  gap: 4px 14px;
  align-items: baseline;
  padding: 8px 16px;
  cursor: pointer;
  font-size: 17px;
}
summary b {
  font-size: 28px;
  font-weight: 400;
  min-width: 52px;
  text-align: right;
}
.to {
  position: absolute;
  right: 16px;
  top: 10px;
}
.group details > ul > li {
  padding: 7px 16px 7px 82px;
  border-top: 1px solid var(--line);
}
.who {
  border: 0;
  background: none;
  padding: 0;
  font-weight: 640;
  cursor: pointer;
  text-decoration: underline;
  margin-right: 10px;
  min-height: 30px;
}
.why {
  font-size: 14.5px;
}
.why button {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  min-height: 30px;
}
section {
  margin-top: 22px;
}
.taken li {
  display: flex;
  gap: 14px;
  padding: 4px 0;
}
.empty {
  padding: 30px 0;
}
</style>

<script setup lang="ts">
import { computed } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useLog } from "@/lib/usePieces";
import { useScreen } from "@/lib/useScreen";
import { attempt, say } from "@/ui/messages";
import { dateAndClock } from "@/ui/moments";

/** Jars and cups that were not what their labels say, each with the pieces that took from it: looked at one by one. */
type Doubt = Schemas["JarDoubt"];
const screen = useScreen();
const changed = useChanged();
const log = useLog();
const doubts = useAsk(queries.doubts());
const waiting = (d: Doubt) => d.pieces.filter((p) => !p.looked && !p.fired);
/** What still needs somebody: the jar itself, or a piece. */
const open = computed(() => (doubts.data.value ?? []).filter((d) => d.open || waiting(d).length));
async function put(call: Promise<unknown>, said: string) {
  if (!(await attempt(call.then(() => true)))) return;
  await changed("glaze");
  say(said);
}
const path = (d: Doubt) => ({ params: { path: { id: d.id } } });
const right = (d: Doubt) =>
  put(
    answer(api.POST("/doubts/{id}/right", path(d))),
    `${d.glaze} may be used again. What was taken until now stays listed.`,
  );
const drop = (d: Doubt) =>
  put(answer(api.DELETE("/doubts/{id}", path(d))), `Delete this doubt with ${d.glaze}.`);
/** The coats are logged as the glaze that the cup really held. */
const relabel = (d: Doubt, pieces: Doubt["pieces"]) =>
  put(
    answer(api.POST("/doubts/{id}/relabel", { ...path(d), body: { pieces: pieces.map((p) => p.piece) } })),
    `Logged as ${d.instead}: their plans are held against what they really carry.`,
  );
async function stays(d: Doubt, pieces: Doubt["pieces"]) {
  await log
    .mutateAsync(pieces.map((p) => ({ kind: "vouch", piece: p.piece, of: d.id, seen: p.seq })))
    .catch(() => undefined);
  await changed("glaze");
}
</script>

<template>
  <section v-if="open.length" aria-label="Jars that were not what they said">
    <article v-for="d in open" :key="d.id">
      <header>
        <h2>
          <b aria-hidden="true">✕</b> <span class="code">{{ d.glaze }}</span> {{ d.name }}: {{ d.says }}
        </h2>
        <p class="soft">
          since {{ dateAndClock(d.since) }}{{ d.until ? `, until ${dateAndClock(d.until)}` : ""
          }}{{ d.text ? `: ${d.text}` : "" }} ({{ d.by }})
        </p>
        <span class="ways">
          <el-button v-if="d.open" size="small" @click="right(d)">Mark the jar as good</el-button>
          <el-button size="small" @click="drop(d)">Delete this doubt</el-button>
        </span>
      </header>
      <p v-if="!d.pieces.length" class="soft">Nothing was taken from it since.</p>
      <template v-else>
        <p>
          {{ waiting(d).length }} of {{ d.pieces.length }} pieces wait for a look and stay out of the kiln:
          wipe those coats off and log that, or leave them.
          <el-button v-if="waiting(d).length > 1" size="small" @click="stays(d, waiting(d))"
            >Accept all {{ waiting(d).length }}</el-button
          >
          <el-button v-if="d.instead && waiting(d).length" size="small" @click="relabel(d, waiting(d))"
            >Log them as {{ d.instead }}</el-button
          >
        </p>
        <ul>
          <li v-for="p in d.pieces" :key="p.piece" :class="{ done: p.looked || p.fired }">
            <button type="button" class="who" @click="screen.record = p.piece">
              <b>{{ p.student }}</b> {{ p.mark }}
            </button>
            <span class="soft"
              >{{ p.class }}, {{ p.title }}: {{ p.coats }} {{ p.coats > 1 ? "coats" : "coat" }} on
              {{ p.surfaces.join(", ") }}, last {{ dateAndClock(p.last) }}</span
            >
            <span v-if="p.looked">looked at</span>
            <span v-else-if="p.fired">fired already: look how it came out</span>
            <el-button v-else size="small" @click="stays(d, [p])">Accept the piece</el-button>
          </li>
        </ul>
      </template>
    </article>
  </section>
</template>

<style scoped>
article {
  border: 2px solid var(--ink);
  background: var(--paper);
  padding: 8px 14px;
  margin-bottom: 14px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
h2 {
  font-size: 17px;
  margin: 0;
}
.ways {
  margin-left: auto;
}
ul {
  max-height: 320px;
  overflow: auto;
}
li {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 34px;
  border-top: 1px solid var(--line);
}
li .soft {
  flex: 1;
}
li.done b {
  font-weight: 400;
}
.who {
  border: 0;
  background: none;
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
  min-height: 32px;
  min-width: 120px;
  text-align: left;
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from "vue";
import type { Schemas } from "@/api/client";
import HalfSection from "@/components/HalfSection.vue";
import { useKeys } from "@/composables/useKeys";
import { useClasses, useGuide } from "@/composables/useLists";
import { usePiece } from "@/composables/usePiece";
import { say, useLog, usePieces } from "@/composables/usePieces";
import { useRoom } from "@/composables/useRoom";

type Verdict = Schemas["GuideVerdict"]["verdict"];
const keys: Record<Verdict, string> = { clean: "q", stained: "s", left: "g", low: "l" };
const signs: Record<Verdict, string> = { clean: "◯", stained: "◍", left: "⬤", low: "◡" };

const room = useRoom();
const log = useLog();
const guide = useGuide();
const classes = useClasses();
const { pieces: queue, isPending } = usePieces("foot");
const index = ref(0);
watch(queue, (q) => (index.value = Math.max(0, Math.min(index.value, q.length - 1))));
const piece = computed(() => queue.value[index.value]);
const detail = usePiece(() => piece.value?.id);
const why = computed(() => piece.value?.blockers.find((b) => b.stage === "foot"));

function judge(verdict: Verdict) {
  const p = piece.value;
  if (!p) return;
  const said = guide.data.value?.verdicts.find((g) => g.verdict === verdict);
  log.mutate([{ kind: "check", piece: p.id, verdict, seen: p.seq }], {
    onSuccess: () => say(`${p.student}: ${said?.name}. ${said?.way ?? ""}`),
  });
}
function wiped() {
  const p = piece.value;
  if (p)
    log.mutate([{ kind: "wipe", piece: p.id }], {
      onSuccess: () => say(`${p.student}: wiped. Look again, then let it dry.`),
    });
}
useKeys({
  ArrowDown: () => (index.value = Math.min(index.value + 1, queue.value.length - 1)),
  ArrowUp: () => (index.value = Math.max(0, index.value - 1)),
  w: wiped,
  h: () => piece.value && (room.record = piece.value.id),
  ...Object.fromEntries(Object.entries(keys).map(([v, key]) => [key, () => judge(v as Verdict)])),
});
</script>

<template>
  <div class="head">
    <div>
      <h1>Foot</h1>
      <p class="soft">
        Every coat is on. Glaze where a piece meets the shelf welds it there: look all round at eye level.
      </p>
    </div>
  </div>
  <div v-if="piece" class="columns">
    <ol class="queue" aria-label="Pieces to look at">
      <li v-for="(p, i) in queue" :key="p.id">
        <button type="button" :aria-current="i === index || undefined" @click="index = i">
          <b>{{ p.student }} {{ p.mark }}</b>
          <span class="soft">{{ p.title }} · {{ classes.byId.value.get(p.class)?.name }}</span>
          <span>{{ p.blockers.find((b) => b.stage === "foot")?.text }}</span>
        </button>
      </li>
    </ol>
    <section class="look">
      <h2>
        {{ piece.student }} <span class="mark">{{ piece.mark }}</span> · {{ piece.title }}
      </h2>
      <div class="paper">
        <HalfSection
          v-if="detail.data.value"
          :drawing="detail.data.value.drawing"
          :surfaces="detail.data.value.surfaces"
          :states="detail.data.value.piece.surfaces"
          look="chalk"
          :band-mm="piece.bandMM"
        />
      </div>
      <p class="line">
        Bare up to <b class="num">{{ piece.bandMM }} mm</b> above the table. Lay a pencil on the table to find
        the line.
      </p>
      <p v-if="why && why.code !== 'foot-unchecked'" class="why">{{ why.text }} {{ why.way }}</p>
      <div class="verdicts" role="group" aria-label="Verdict">
        <button
          v-for="g in guide.data.value?.verdicts"
          :key="g.verdict"
          type="button"
          :class="{ no: !g.passes }"
          @click="judge(g.verdict)"
        >
          <span class="sign" aria-hidden="true">{{ signs[g.verdict] }}</span>
          <span
            ><b>{{ g.name }}</b> <kbd>{{ keys[g.verdict] }}</kbd><br />{{ g.means }}</span
          >
        </button>
      </div>
      <div>
        <el-button @click="wiped">Wiped it wet <kbd>w</kbd></el-button>
        <el-button @click="room.record = piece.id">Coats came off, or something broke <kbd>h</kbd></el-button>
      </div>
    </section>
  </div>
  <p v-else-if="!isPending" class="empty">
    No foot waits for a look{{ room.classId ? " in this class" : "" }}. Pieces come here when their last coat
    is on.
  </p>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 270px minmax(0, 1fr);
  gap: 24px;
}
.queue {
  max-height: 76vh;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--sheet);
}
.queue button {
  display: grid;
  width: 100%;
  text-align: left;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  padding: 8px 12px;
  cursor: pointer;
  font-size: 14px;
  line-height: 1.3;
}
.queue button[aria-current] {
  background: #fff;
  box-shadow: inset 6px 0 var(--ink);
}
.look {
  display: grid;
  gap: 12px;
  align-content: start;
}
.mark {
  font-weight: 350;
}
.paper {
  height: 300px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.line {
  font-size: 17px;
}
.why {
  font-weight: 600;
  border-left: 4px solid var(--ink);
  padding-left: 10px;
}
.verdicts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.verdicts button {
  display: grid;
  grid-template-columns: 34px 1fr;
  align-items: center;
  text-align: left;
  min-height: 74px;
  padding: 8px 12px;
  border: 2px solid var(--line-strong);
  background: var(--paper);
  cursor: pointer;
  line-height: 1.3;
}
.verdicts button:hover {
  border-color: var(--ink);
}
.verdicts .no {
  border-style: dashed;
}
.sign {
  font-size: 22px;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
  .queue {
    max-height: 200px;
  }
}
</style>

<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import AssignmentForm from "@/components/AssignmentForm.vue";
import ClassAmounts from "@/components/ClassAmounts.vue";
import GlazeFace from "@/components/GlazeFace.vue";
import { useAssignments, useClasses } from "@/composables/useLists";
import { usePieces } from "@/composables/usePieces";
import { useRoom } from "@/composables/useRoom";

const room = useRoom();
const { pieces, isPending } = usePieces();
const assignments = useAssignments();
const classes = useClasses();
const making = ref(false);
const all = ref(false);

const groups = computed(() =>
  (assignments.data.value ?? [])
    .map((a) => ({
      ...a,
      className: classes.byId.value.get(a.class)?.name,
      pieces: pieces.value.filter((p) => p.assignment === a.id && (all.value || p.stage === "plan")),
    }))
    .filter((g) => g.pieces.length),
);
function verdict(p: Piece) {
  const stop = p.findings.find((f) => f.severity === "stop");
  if (stop) return { shape: "✕", text: stop.text };
  if (!p.revision)
    return {
      shape: "○",
      text: p.surfaces.some((s) => s.on.length) ? "Glazed without a plan" : "Nothing planned",
    };
  const warns = p.findings.filter((f) => f.severity === "warn").length;
  return warns
    ? { shape: "▲", text: `${warns} to look at` }
    : { shape: "●", text: "Nothing speaks against it" };
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Plan</h1>
      <p class="soft">Which stack on which surface, chosen from fired tiles. A mistake here costs nothing.</p>
    </div>
    <div class="acts">
      <el-checkbox v-model="all" label="planned ones too" />
      <el-button type="primary" @click="making = true">Something to make</el-button>
    </div>
  </div>
  <section v-for="g in groups" :key="g.id">
    <h2>
      {{ g.name }} <span class="soft">{{ g.className }} · {{ g.clay }} · cone {{ g.cone }}</span>
    </h2>
    <p class="ways">
      <RouterLink :to="`/plan/sheets/${g.id}`">Record sheets to print</RouterLink>
    </p>
    <ClassAmounts :assignment="g.id" />
    <ul class="cards">
      <li v-for="p in g.pieces" :key="p.id">
        <RouterLink :to="`/plan/${p.id}`" class="card">
          <span class="who"
            >{{ p.student }} <span class="mark">{{ p.mark }}</span></span
          >
          <span class="strips">
            <GlazeFace
              v-for="s in p.surfaces.filter((x) => x.stack.length)"
              :key="s.id"
              :raw="s.raw"
              :fired="s.fired"
              :look="room.look"
            />
          </span>
          <span class="verdict"
            ><b aria-hidden="true">{{ verdict(p).shape }}</b> {{ verdict(p).text }}</span
          >
        </RouterLink>
      </li>
    </ul>
  </section>
  <p v-if="!groups.length && !isPending" class="empty">
    No piece waits for a plan{{ room.classId ? " in this class" : "" }}. Give a class something to make, or
    look at the planned ones too.
  </p>
  <AssignmentForm v-model="making" />
</template>

<style scoped>
.ways {
  float: right;
}
section {
  margin-bottom: 26px;
}
h2 .soft {
  font-weight: 400;
}
.acts {
  display: flex;
  gap: 16px;
  align-items: center;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px;
  margin-top: 10px;
}
.card {
  display: grid;
  grid-template-rows: auto 26px 1fr;
  gap: 7px;
  height: 100%;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 10px 12px;
  text-decoration: none;
}
.card:hover {
  border-color: var(--ink);
}
.who {
  font-weight: 640;
}
.mark {
  font-weight: 400;
  float: right;
}
.strips {
  display: flex;
  background: repeating-linear-gradient(90deg, #d9d9d9 0 1px, transparent 1px 8px);
}
.verdict {
  font-size: 14px;
  line-height: 1.3;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>

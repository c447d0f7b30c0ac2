<script setup lang="ts">
import { computed, ref } from "vue";
import type { Choice, Piece, Schemas } from "@/api/client";
import { useHush } from "@/desk/useHush";
import WayOut from "@/desk/WayOut.vue";
import { useSession } from "@/lib/useSession";

/** What the check has to say; three at most until opened. Severity is told by shape and word. */
const props = defineProps<{
  findings: Schemas["Finding"][];
  empty: string;
  /** Whose plan it is: notes can be hidden for its class. */
  piece: Piece;
  hushed?: Schemas["Finding"][];
}>();
const hush = useHush();
const emit = defineEmits<{
  mend: [choices: Choice[]];
  stand: [standing: Schemas["Standing"]];
  point: [surface: string];
}>();
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const open = ref(false);
const shown = computed(() => (open.value ? props.findings : props.findings.slice(0, 3)));
const signs = { stop: ["✕", "Stop"], warn: ["▲", "Look"], note: ["–", "Note"] } as const;
</script>

<template>
  <section aria-label="Findings" aria-live="polite">
    <p v-if="!findings.length" class="clear">{{ empty }}</p>
    <ul v-else>
      <li
        v-for="(f, i) in shown"
        :key="f.code + f.surface + i"
        :class="f.severity"
        @mouseenter="f.surface && emit('point', f.surface)"
        @mouseleave="emit('point', '')"
      >
        <span class="sign"
          ><b aria-hidden="true">{{ signs[f.severity][0] }}</b> {{ signs[f.severity][1] }}</span
        >
        <p>
          {{ f.text }} <span class="way">{{ f.way }}</span>
        </p>
        <span class="acts">
          <el-button v-if="f.mends.length" size="small" @click="emit('mend', f.mends)">{{
            f.mends.length > 1 ? `Apply to all ${f.mends.length}` : "Apply"
          }}</el-button>
          <el-button v-else-if="f.stand" size="small" @click="emit('stand', f.stand)">Apply</el-button>
          <WayOut v-else :of="f" :piece="piece.id" :assignment="piece.assignment" />
          <button
            v-if="f.mayHush && teaches && !f.mends.length && !f.stand"
            type="button"
            class="hush"
            :aria-label="`Hide for the class: ${f.text}`"
            @click="hush(piece.class, f.code, true)"
          >
            Hide for the class
          </button>
        </span>
      </li>
    </ul>
    <button v-if="findings.length > 3" type="button" class="more" @click="open = !open">
      {{ open ? "Show three" : `Show all ${findings.length}` }}
    </button>
    <details v-if="hushed?.length && teaches">
      <summary>
        {{ hushed.length }} {{ hushed.length === 1 ? "note" : "notes" }} hidden for this class
      </summary>
      <p v-for="f in hushed" :key="f.code" class="hushed">
        {{ f.text }}
        <button type="button" class="hush" @click="hush(piece.class, f.code, false)">Show again</button>
      </p>
    </details>
  </section>
</template>

<style scoped>
ul {
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  grid-template-columns: 62px 1fr auto;
  gap: 10px;
  align-items: start;
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 8px 10px;
}
li.stop {
  border: 2px solid var(--ink);
}
.sign {
  font-weight: 640;
}
.stop .sign {
  background: var(--ink);
  color: #fff;
  padding: 0 6px;
}
.way {
  font-weight: 600;
}
.acts {
  display: grid;
  justify-items: end;
}
.clear {
  padding: 8px 10px;
  border: 1px dashed var(--line-strong);
}
.hush {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  min-height: 32px;
  color: var(--soft);
}
summary {
  cursor: pointer;
  min-height: 32px;
}
.hushed {
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
.more {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  min-height: 38px;
}
</style>

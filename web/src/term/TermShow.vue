<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { countSaid, dayName, daysSaid, oddsSaid } from "@/term/words";

/** A show: what of it is out, what is still to come, and who is likely to miss it. */
const props = defineProps<{ seen: Schemas["TermShow"]; teaches: boolean; today: string }>();
const emit = defineEmits<{ change: []; drop: [] }>();
const past = computed(() => props.seen.show.date < props.today);
const verdict = computed(() => {
  const { late, pieces } = props.seen;
  if (!pieces) return "All of it is out of the kiln.";
  if (late.high === 0) return `All ${pieces} that are still to come will be out in time.`;
  if (late.low >= pieces) return `None of the ${pieces} that are still to come can be out in time.`;
  return `${countSaid(late)} of the ${pieces} that are still to come will be late.`;
});
/** Below one in ten nobody is named. */
const named = computed(() => props.seen.risks.filter((r) => r.late >= 0.1));
const first = 8;
</script>

<template>
  <article class="show">
    <header>
      <h3>{{ seen.show.name }}</h3>
      <span>{{ dayName(seen.show.date) }}</span>
      <span v-if="teaches" class="acts">
        <el-button size="small" :aria-label="`Change ${seen.show.name}`" @click="emit('change')"
          >Change</el-button
        >
        <el-button size="small" :aria-label="`Delete ${seen.show.name}`" @click="emit('drop')"
          >Delete</el-button
        >
      </span>
    </header>
    <p v-if="past" class="soft">It is past.</p>
    <p v-else class="verdict">
      <b>{{ verdict }}</b> <span v-if="seen.out" class="soft">{{ seen.out }} are out already.</span>
    </p>
    <ul v-if="!past && named.length" class="risks">
      <li v-for="r in named.slice(0, first)" :key="r.piece">
        <b>{{ r.student }} {{ r.mark }}</b> {{ r.title }}, {{ r.class }}
        <span class="soft">{{ oddsSaid(r.late) }}; out {{ daysSaid(r.out) }}</span>
      </li>
      <li v-if="named.length > first" class="soft">
        <details>
          <summary>{{ named.length - first }} more may be late</summary>
          <p v-for="r in named.slice(first)" :key="r.piece">
            {{ r.student }} {{ r.mark }}, {{ r.title }}, {{ r.class }}: {{ oddsSaid(r.late) }}
          </p>
        </details>
      </li>
    </ul>
  </article>
</template>

<style scoped>
.show {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 5px solid var(--ink);
  padding: 12px 16px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
}
.acts {
  margin-left: auto;
}
.verdict {
  margin-top: 6px;
}
.risks {
  margin-top: 8px;
  display: grid;
  gap: 4px;
  font-size: 14px;
}
</style>

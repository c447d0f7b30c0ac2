<script setup lang="ts">
import { ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { countSaid, dayName } from "@/term/words";
import { ask, attempt, say } from "@/ui/messages";

/** What would have fewer pieces late: each computed for the whole term, and done by a press. */
defineProps<{ teaches: boolean; late: Schemas["CountRange"] }>();
const emit = defineEmits<{ picked: [] }>();
type Remedy = Schemas["TermRemedy"];
const found = ref<Remedy[]>();
const busy = ref(false);
async function find() {
  busy.value = true;
  found.value = await attempt(answer(api.GET("/term/remedies")));
  busy.value = false;
}
async function pick(r: Remedy) {
  const coats = r.key.startsWith("fewer:");
  const more = coats
    ? "Plans that are under way are changed, and approved again where they were. "
    : "It can be changed back where it is kept. ";
  if (!(await ask(r.text, `${more}Late then: ${countSaid(r.late)}.`, "Apply"))) return;
  busy.value = true;
  const done = await attempt(answer(api.POST("/term/remedies", { body: { key: r.key } })));
  busy.value = false;
  if (!done) return;
  say(done.text);
  found.value = undefined;
  emit("picked");
}
</script>

<template>
  <section class="sheet" aria-labelledby="saves">
    <h2 id="saves">What would save them</h2>
    <p class="soft">As things are, {{ countSaid(late) }} pieces are late.</p>
    <el-button v-if="!found" type="primary" :loading="busy" @click="find">Find what would help</el-button>
    <ol v-else aria-live="polite">
      <li v-for="r in found" :key="r.key">
        <div>
          <b>{{ r.text }}</b>
          <p class="soft">
            Late then: {{ countSaid(r.late) }}, {{ r.saves.toFixed(1) }} fewer on average;
            {{ countSaid(r.loads) }} loads to light<template v-if="r.last.middle"
              >, the last out about {{ dayName(r.last.middle) }}</template
            >.
          </p>
        </div>
        <el-button v-if="teaches" :loading="busy" :aria-label="`Apply: ${r.text}`" @click="pick(r)"
          >Apply</el-button
        >
      </li>
      <li v-if="!found.length">
        <p>No other kiln, firing day or coat brings them back: show what is fired, or choose another day.</p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.sheet {
  padding: 14px 16px;
}
.el-button {
  margin-top: 8px;
}
ol {
  margin-top: 8px;
}
ol li {
  display: flex;
  gap: 14px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
ol li > div {
  flex: 1;
}
</style>

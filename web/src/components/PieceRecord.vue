<script setup lang="ts">
import { computed, reactive } from "vue";
import { usePiece } from "@/composables/usePiece";
import { say, useLog, type NewEvent } from "@/composables/usePieces";

/** The record of one piece: all that happened, each line with its way back, and what else can happen to it. */
const props = defineProps<{ id: string }>();
const emit = defineEmits<{ close: [] }>();
const log = useLog();
const detail = usePiece(() => props.id);
const piece = computed(() => detail.data.value?.piece);
/** The newest line first: that is the one people look for. */
const history = computed(() => [...(detail.data.value?.history ?? [])].reverse());
const carrying = computed(() => piece.value?.surfaces.filter((s) => s.on.length) ?? []);
const latex = computed(() => piece.value?.surfaces.filter((s) => s.resist === "latex" && !s.peeled) ?? []);
const form = reactive({ surface: "", back: 0, text: "" });
const most = computed(() => carrying.value.find((s) => s.id === form.surface)?.on.length ?? 0);

const when = (at: string) =>
  new Intl.DateTimeFormat("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  }).format(new Date(at));

function keep(event: Omit<NewEvent, "piece">, done: string) {
  log.mutate([{ ...event, piece: props.id }], {
    onSuccess: () => {
      Object.assign(form, { surface: "", back: 0, text: "" });
      say(done);
    },
  });
}
function wiped() {
  const { surface, back } = form;
  keep(
    surface ? { kind: "wipe", surface, back } : { kind: "wipe" },
    "Wiped: the foot is looked at again, and it dries anew.",
  );
}
</script>

<template>
  <el-drawer :model-value="true" size="460px" @close="emit('close')">
    <template #header="{ titleId }">
      <h2 :id="titleId" class="who">
        <template v-if="piece">
          {{ piece.student }} <span class="mark">{{ piece.mark }}</span>
          <span class="soft">{{ piece.title }}, {{ piece.clay }}, cone {{ piece.cone }}</span>
        </template>
        <template v-else>Record</template>
      </h2>
    </template>
    <div v-if="piece" class="record">
      <p v-if="piece.damage" class="damage">Damaged: {{ piece.damage }}</p>
      <section v-if="!piece.fired" aria-labelledby="else">
        <h3 id="else">What else happened</h3>
        <div class="act">
          <el-select
            v-model="form.surface"
            aria-label="Wiped surface"
            :empty-values="[null, undefined]"
            @change="form.back = most"
          >
            <el-option value="" label="Wiped wet, no coat came off" />
            <el-option v-for="s in carrying" :key="s.id" :value="s.id" :label="`Wiped off: ${s.name}`" />
          </el-select>
          <label v-if="form.surface" class="off">
            <el-input-number v-model="form.back" :min="0" :max="most" aria-label="Coats that came off" />
            of {{ most }} coats off
          </label>
          <el-button class="wiped" @click="wiped">Log the wipe</el-button>
        </div>
        <p v-for="s in latex" :key="s.id" class="act">
          {{ s.name }}: latex keeps it bare.
          <el-button @click="keep({ kind: 'peel', surface: s.id }, 'Peeled: nothing burns on in the kiln.')"
            >It is peeled</el-button
          >
        </p>
        <form
          class="act"
          @submit.prevent="
            keep(
              { kind: piece.damage ? 'repair' : 'damage', text: form.text },
              piece.damage ? 'Repaired: its foot is looked at again.' : 'It stays out of the kiln.',
            )
          "
        >
          <el-input
            v-model="form.text"
            maxlength="200"
            :aria-label="piece.damage ? 'How it was repaired' : 'What broke'"
            :placeholder="piece.damage ? 'How it was repaired' : 'What broke: chipped rim, handle off…'"
          />
          <el-button native-type="submit" :disabled="!piece.damage && !form.text.trim()">
            {{ piece.damage ? "It is repaired" : "It is damaged" }}
          </el-button>
        </form>
      </section>
      <section aria-labelledby="happened">
        <h3 id="happened">What happened, the newest first</h3>
        <ol class="lines">
          <li v-for="h in history" :key="h.id" :class="{ undone: h.undone }">
            <span class="soft num">{{ when(h.at) }}</span>
            <span class="what">{{ h.text }}<template v-if="h.undone"> (taken back)</template></span>
            <button
              v-if="h.undoable"
              type="button"
              :aria-label="`Take back: ${h.text}`"
              @click="keep({ kind: 'undo', undoes: h.id }, 'Taken back. Nothing is deleted.')"
            >
              take back
            </button>
          </li>
        </ol>
        <p v-if="!history.length" class="soft">Nothing yet.</p>
      </section>
    </div>
  </el-drawer>
</template>

<style scoped>
.who {
  color: var(--ink);
}
.who .soft {
  display: block;
  font-weight: 400;
  font-size: 14px;
}
.mark {
  font-weight: 350;
}
.record {
  display: grid;
  gap: 20px;
}
.damage {
  border: 2px solid var(--ink);
  padding: 6px 12px;
  font-weight: 640;
}
section {
  display: grid;
  gap: 8px;
}
.act {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
}
.off {
  grid-column: 1;
}
.act .wiped {
  grid-column: 2;
}
.lines li {
  display: grid;
  grid-template-columns: 112px 1fr auto;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--line);
  line-height: 1.3;
}
.lines .soft {
  font-size: 13px;
}
.undone .what {
  text-decoration: line-through;
}
.lines button {
  border: 0;
  background: none;
  text-decoration: underline;
  cursor: pointer;
  min-height: 40px;
}
</style>

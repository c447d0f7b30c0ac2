<script setup lang="ts">
import { computed, onUnmounted, ref } from "vue";
import { usePiece } from "@/lib/usePiece";
import { useLog, type NewEvent } from "@/lib/usePieces";
import { say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import CameraButton from "@/ui/CameraButton.vue";
import CoatForm from "@/record/CoatForm.vue";
import FateForm from "@/record/FateForm.vue";
import ResistForm from "@/record/ResistForm.vue";
import WipeForm from "@/record/WipeForm.vue";
import { dateAndClock } from "@/ui/moments";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** The record of one piece: all that happened, each line with its way back, and what else can happen to it. */
const props = defineProps<{ id: string }>();
const emit = defineEmits<{ close: [] }>();
const log = useLog();
const screen = useScreen();
const asks = useAsks();
const detail = usePiece(() => props.id);
const piece = computed(() => detail.data.value?.piece);
/** The newest line first: that is the one people look for. */
const history = computed(() => [...(detail.data.value?.history ?? [])].reverse());
const asked = screen.recordFor;
/** What befell the piece, where that was asked for; coats and wipes have forms of their own. */
const told = ["coat", "wipe", "resist"].includes(asked.kind) ? undefined : asked.kind;
/** A coat is told that is not the next one of the plan. */
const telling = ref(false);
onUnmounted(() => (screen.recordFor = { kind: "", surface: "" }));

function keep(event: Omit<NewEvent, "piece">, done: string) {
  log.mutate([{ ...event, piece: props.id }], { onSuccess: () => say(done) });
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
    <AskGate :asks="asks">
      <div v-if="piece" class="record">
        <p v-if="detail.data.value?.hand" class="soft">{{ piece.student }}: {{ detail.data.value.hand }}</p>
        <p v-if="piece.stood" class="soft">It stood in {{ piece.stood }}.</p>
        <p v-if="piece.damage" class="damage">Damaged: {{ piece.damage }}</p>
        <section v-if="!piece.fired" aria-labelledby="else">
          <h3 id="else">What else happened</h3>
          <CoatForm
            v-if="asked.kind === 'coat' || telling"
            :key="`coat ${piece.seq}`"
            :piece="piece"
            :surface="asked.surface"
            :focus="asked.kind === 'coat'"
            @keep="keep"
          />
          <el-button v-else class="other" @click="telling = true">Log another coat, or part of one</el-button>
          <WipeForm
            :key="`wipe ${piece.seq}`"
            :piece="piece"
            :surface="asked.surface"
            :focus="asked.kind === 'wipe'"
            @keep="keep"
          />
          <ResistForm
            :key="`resist ${piece.seq}`"
            :piece="piece"
            :surface="asked.kind === 'resist' ? asked.surface : undefined"
            :focus="asked.kind === 'resist'"
            @keep="keep"
          />
          <FateForm :key="`fate ${piece.seq}`" :piece="piece" :kind="told" @keep="keep" />
        </section>
        <CameraButton :piece="piece" class="other" />
        <section v-if="piece.pictures.length" aria-label="Photographs" class="pictures">
          <a
            v-for="photo in piece.pictures"
            :key="photo"
            :href="`/api/photographs/${photo}/picture`"
            target="_blank"
          >
            <img :src="`/api/photographs/${photo}/picture`" :alt="`Photograph of ${piece.student}'s piece`" />
          </a>
        </section>
        <section aria-labelledby="happened">
          <h3 id="happened">What happened, the newest first</h3>
          <ol class="lines">
            <li v-for="h in history" :key="h.id" :class="{ undone: h.undone }">
              <span class="soft num">{{ dateAndClock(h.at) }}</span>
              <span class="what"
                >{{ h.text }} <span class="by">{{ h.by }}</span><template v-if="h.undone">
                  (taken back)</template
                ></span
              >
              <button
                v-if="h.undoable"
                type="button"
                :aria-label="`undo: ${h.text}`"
                @click="keep({ kind: 'undo', undoes: h.id }, 'Taken back. Nothing is deleted.')"
              >
                undo
              </button>
            </li>
          </ol>
          <p v-if="!history.length" class="soft">Nothing yet.</p>
        </section>
      </div>
    </AskGate>
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
.other {
  justify-self: start;
}
.by {
  color: var(--soft);
  font-size: 13px;
}
.pictures {
  grid-template-columns: repeat(3, 1fr);
}
.pictures img {
  width: 100%;
  height: 110px;
  object-fit: cover;
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

<script setup lang="ts">
import { computed, ref } from "vue";
import type { Piece, Schemas } from "@/api/client";
import { useLog } from "@/lib/usePieces";
import { say } from "@/ui/messages";

/** The teacher takes a blocker on, with a reason that stays on the load. */
const props = defineProps<{ piece: Piece; blocker: Schemas["Blocker"] }>();
const emit = defineEmits<{ close: [] }>();
const log = useLog();
const reason = ref("");
const ready = computed(() => reason.value.trim().length >= 4);
function overrule() {
  if (!ready.value) return;
  log.mutate(
    [
      {
        kind: "rule",
        piece: props.piece.id,
        code: props.blocker.code,
        surface: props.blocker.surface || undefined,
        text: reason.value.trim(),
        seen: props.piece.seq,
      },
    ],
    {
      onSuccess: () =>
        say(
          `${props.piece.student}: taken on. It is said on the load, and ends as soon as anything happens to the piece.`,
        ),
    },
  );
  emit("close");
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`${piece.student}: overrule this?`"
    width="520px"
    align-center
    @close="emit('close')"
  >
    <form @submit.prevent="overrule">
      <p>
        <b>{{ blocker.text }}</b>
      </p>
      <p class="caution">
        What you take on here goes into the kiln. A mistake can cost the piece, its neighbours and the shelf.
      </p>
      <el-input
        v-model="reason"
        aria-label="Why"
        placeholder="Why it may be fired all the same"
        maxlength="300"
        autofocus
      />
      <p class="acts">
        <el-button native-type="submit" type="primary" :disabled="!ready">Overrule</el-button>
        <el-button @click="emit('close')">Cancel</el-button>
      </p>
    </form>
  </el-dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 14px;
}
</style>

<script setup lang="ts">
import { ref } from "vue";
import type { Piece } from "@/api/client";
import { useDecide } from "@/desk/useDecide";
import { useTeaches } from "@/lib/useSession";

/** Where a plan stands with the teacher, and what changed since. */
const props = defineProps<{ piece: Piece }>();
const { decide } = useDecide();
const teaches = useTeaches();
const note = ref("");
const returning = ref(false);
const words = {
  unseen: ["○", "Not looked at yet"],
  approved: ["●", "Approved"],
  returned: ["↩", "Returned"],
  changed: ["▲", "Changed since"],
} as const;
async function send() {
  if (await decide([{ ...props.piece, verdict: "returned", note: note.value }])) {
    returning.value = false;
    note.value = "";
  }
}
</script>

<template>
  <section v-if="piece.revision && !piece.fired" class="line" aria-label="Approval">
    <p>
      <b>{{ words[piece.approval.state][0] }} {{ words[piece.approval.state][1] }}</b>
      <span v-if="piece.approval.note">: “{{ piece.approval.note }}”</span>
    </p>
    <ul v-if="piece.approval.changes.length">
      <li v-for="c in piece.approval.changes" :key="c.surface">{{ c.text }}</li>
    </ul>
    <div v-if="teaches" class="acts">
      <template v-if="returning">
        <el-input
          v-model="note"
          aria-label="What has to change"
          placeholder="What has to change"
          @keydown.enter="send"
        />
        <el-button :disabled="!note.trim()" @click="send">Return</el-button>
      </template>
      <template v-else>
        <el-button
          v-if="piece.approval.state !== 'approved'"
          type="primary"
          @click="decide([{ ...piece, verdict: 'approved' }])"
          >Approve</el-button
        >
        <el-button @click="returning = true">Return with a note</el-button>
      </template>
    </div>
  </section>
</template>

<style scoped>
.line {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  padding: 8px 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
ul {
  flex-basis: 100%;
  order: 3;
  font-size: 14px;
}
.acts {
  display: flex;
  gap: 8px;
  margin-left: auto;
}
</style>

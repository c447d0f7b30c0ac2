<script setup lang="ts">
import { computed } from "vue";
import { answer, api } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useSession } from "@/lib/useSession";
import { attempt } from "@/ui/messages";

/** The vote of a class on the schemes of a piece: opened and closed here, cast at the tablets. */
const props = defineProps<{ piece: string; schemes: number }>();
const session = useSession();
const changed = useChanged();
const vote = useAsk(computed(() => queries.vote(props.piece)));
const v = computed(() => vote.data.value);
const open = computed(() => !!v.value?.openedAt && !v.value.closedAt);
const letter = (slot: number) => "ABC"[slot - 1] ?? "";
async function set(to: boolean) {
  await attempt(
    answer(api.PUT("/pieces/{id}/vote", { params: { path: { id: props.piece } }, body: { open: to } })),
  );
  await changed("vote");
}
</script>

<template>
  <section v-if="v" class="votes" aria-label="Vote of the class">
    <template v-if="v.openedAt">
      <b>{{ open ? "The class votes at its tablets" : "The class voted" }}:</b>
      <span class="num">{{ v.voted }} of {{ v.of }}</span>
      <span
        v-for="c in v.counts"
        :key="c.slot"
        class="count num"
        :style="{ '--share': v.voted ? c.votes / v.voted : 0 }"
        ><b>{{ letter(c.slot) }}</b> {{ c.votes }}</span
      >
    </template>
    <template v-if="session.data.value?.role === 'teacher'">
      <el-button v-if="open" size="small" @click="set(false)">Close the vote</el-button>
      <el-button v-else :disabled="schemes < 2" size="small" @click="set(true)">Open a vote</el-button>
    </template>
  </section>
</template>

<style scoped>
.votes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  margin-top: 8px;
}
.count {
  min-width: 70px;
  padding-bottom: 3px;
  background: linear-gradient(var(--ink), var(--ink)) left bottom / calc(var(--share) * 100%) 3px no-repeat;
}
</style>

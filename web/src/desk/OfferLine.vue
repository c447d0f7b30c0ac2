<script setup lang="ts">
import { answer, api, type Piece, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { sayStack } from "@/lib/stack";
import { attempt, say } from "@/ui/messages";

/** A stack that the maker of a piece is asked to try: answered for somebody who is here. */
const props = defineProps<{ piece: Piece; offer: Schemas["Offer"] }>();
const changed = useChanged();
async function reply(take: boolean) {
  const path = { params: { path: { id: props.piece.id } } };
  if (!(await attempt(answer(api.PUT("/pieces/{id}/experiment", { ...path, body: { take } }))))) return;
  say(take ? `${props.piece.student} tries it: it is in the plan.` : "Declined; it is not asked again.");
  await changed("own");
}
</script>

<template>
  <section class="offer" aria-label="An experiment is offered">
    <span>
      <b>Offered to try:</b> {{ sayStack(offer.stack) }} on the {{ offer.on.toLowerCase() }}.
      <span class="soft">{{ offer.name }}: nobody has fired it here.</span>
    </span>
    <el-button size="small" @click="reply(true)">Try it</el-button>
    <el-button size="small" @click="reply(false)">Decline</el-button>
  </section>
</template>

<style scoped>
.offer {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 4px solid var(--ink);
  padding: 6px 12px;
}
.el-button {
  margin: 0;
}
</style>

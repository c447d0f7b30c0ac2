<script setup lang="ts">
import { computed } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { attempt } from "@/ui/messages";
import AskList from "@/ui/AskList.vue";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useTeaches } from "@/lib/useSession";
import { dayAndClock } from "@/ui/moments";

/** Taps that came late from a tablet and could not be kept as they were: the teacher decides. */
const changed = useChanged();
const teaches = useTeaches();
const strays = useAsk(queries.strays());
/** What came late from one tablet on one piece is decided on together. */
const groups = computed(() => [
  ...Map.groupBy(strays.data.value ?? [], (s) => `${s.station} ${s.piece}`).values(),
]);
const asks = computed(() =>
  groups.value.map((all) => {
    const [s] = all as [Schemas["Stray"]];
    const more = all.length > 1 ? ` and ${all.length - 1} more` : "";
    return {
      id: s.id,
      about: `${s.who || "A piece"}: ${s.text}${more},`,
      text: `tapped ${dayAndClock(s.happened)} at ${s.station}, which had no network. ${s.reason}`,
    };
  }),
);
async function settle(id: string, keep: boolean) {
  await attempt(answer(api.POST("/strays/{id}", { params: { path: { id } }, body: { keep, all: true } })));
  await changed("stray");
}
</script>

<template>
  <AskList
    v-if="teaches"
    class="strays"
    label="Late taps to decide on"
    :asks="asks"
    yes="Log it"
    no="Delete it"
    @answer="settle"
  />
</template>

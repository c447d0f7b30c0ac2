<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed } from "vue";
import { answer, api } from "@/api/client";
import { attempt } from "@/composables/usePieces";
import AskList from "./AskList.vue";

/** Taps that came late from a tablet and could not be kept as they were: the teacher decides. */
const client = useQueryClient();
const strays = useQuery({ queryKey: ["strays"], queryFn: () => answer(api.GET("/strays")) });
const clock = (at: string) =>
  new Intl.DateTimeFormat("en-GB", { weekday: "short", hour: "2-digit", minute: "2-digit" }).format(
    new Date(at),
  );
const asks = computed(() =>
  (strays.data.value ?? []).map((s) => ({
    id: s.id,
    about: `${s.who || "A piece"}: ${s.text},`,
    text: `tapped ${clock(s.happened)} at ${s.station}, which had no network. ${s.reason}`,
  })),
);
async function settle(id: string, keep: boolean) {
  await attempt(answer(api.POST("/strays/{id}", { params: { path: { id } }, body: { keep } })));
  await client.invalidateQueries({ queryKey: ["strays"] });
}
</script>

<template>
  <AskList
    class="strays"
    label="Late taps to decide on"
    :asks="asks"
    yes="Keep it"
    no="Let it go"
    @answer="settle"
  />
</template>

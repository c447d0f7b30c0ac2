import { useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { answer, api } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { attempt } from "@/ui/messages";

/** What is ticked on the lists of a lesson, by its item: seen at once, on every screen a moment later. */
export function useTicks(key: MaybeRefOrGetter<string>) {
  const client = useQueryClient();
  const query = useAsk(computed(() => queries.ticks(toValue(key))));
  const ticked = computed(() => new Map(query.data.value?.map((t) => [t.item, t])));
  async function tick(items: string[], done: boolean) {
    const at = toValue(key);
    const kept = await attempt(
      answer(api.PUT("/lessons/{key}/ticks", { params: { path: { key: at } }, body: { items, done } })),
    );
    if (kept) client.setQueryData(queries.ticks(at).queryKey, kept);
  }
  return { ticked, tick };
}

import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { answer, api } from "@/api/client";
import { queries } from "@/lib/queries";
import { attempt } from "@/ui/messages";

/** The lists of a lesson, and what is ticked on them: seen at once, on every screen a moment later. */
export function useTicks(key: MaybeRefOrGetter<string>) {
  const client = useQueryClient();
  const query = useQuery(computed(() => queries.before(toValue(key))));
  const data = computed(() => query.data.value);
  const ticked = computed(() => new Set(data.value?.ticked.map((t) => t.item)));
  async function tick(items: string[], done: boolean) {
    const at = toValue(key);
    const kept = await attempt(
      answer(api.PUT("/lessons/{key}/ticks", { params: { path: { key: at } }, body: { items, done } })),
    );
    if (kept) client.setQueryData(queries.before(at).queryKey, kept);
  }
  return { ...query, data, ticked, tick };
}

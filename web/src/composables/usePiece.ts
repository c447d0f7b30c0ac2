import { useQuery } from "@tanstack/vue-query";
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { answer, api } from "@/api/client";

/**
 * All about one piece: drawing, band, record. Asks for nothing while there is no id.
 *
 * @example const detail = usePiece(() => props.id)
 */
export function usePiece(id: MaybeRefOrGetter<string | undefined>) {
  return useQuery({
    queryKey: computed(() => ["piece", toValue(id)]),
    enabled: computed(() => !!toValue(id)),
    queryFn: () => answer(api.GET("/pieces/{id}", { params: { path: { id: toValue(id)! } } })),
  });
}

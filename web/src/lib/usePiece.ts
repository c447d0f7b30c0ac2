import { useQuery } from "@tanstack/vue-query";
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { queries } from "@/lib/queries";

/**
 * All about one piece: drawing, band, record. Asks for nothing while there is no id.
 *
 * @example const detail = usePiece(() => props.id)
 */
export function usePiece(id: MaybeRefOrGetter<string | undefined>) {
  return useQuery(computed(() => ({ ...queries.piece(toValue(id) ?? ""), enabled: !!toValue(id) })));
}

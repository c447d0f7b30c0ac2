import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { queries } from "@/lib/queries";
import { useAskBeside } from "@/lib/useAsk";

/**
 * All about one piece: drawing, band, record. Asks for nothing while there is no id.
 *
 * @example const detail = usePiece(() => props.id)
 */
export function usePiece(id: MaybeRefOrGetter<string | undefined>) {
  return useAskBeside(computed(() => ({ ...queries.piece(toValue(id) ?? ""), enabled: !!toValue(id) })));
}

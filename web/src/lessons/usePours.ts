import { type MaybeRefOrGetter, toValue } from "vue";
import { answer, api } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { attempt } from "@/ui/messages";

/** Says that glaze was poured for a lesson, or came back (below 0 mL); 0 takes the last one back. The jar's level follows. */
export function usePours(key: MaybeRefOrGetter<string>) {
  const changed = useChanged();
  return async function pour(glaze: string, ml: number) {
    const kept = await attempt(
      answer(
        api.POST("/lessons/{key}/pours", { params: { path: { key: toValue(key) } }, body: { glaze, ml } }),
      ),
    );
    if (kept) await changed("pour");
    return !!kept;
  };
}

import { useQueryClient } from "@tanstack/vue-query";
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** The classes in the room now, and its tablets. */
export function useRoom() {
  const client = useQueryClient();
  const query = useAsk(queries.room());
  const room = computed(() => query.data.value);
  const keep = (now?: Schemas["Room"]) => now && client.setQueryData(queries.room().queryKey, now);
  return { room, keep };
}

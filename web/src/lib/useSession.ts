import { useQueryClient } from "@tanstack/vue-query";
import { computed, watch } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useScreen } from "@/lib/useScreen";

/** Who is here, and whether the school is set up. */
export function useSession() {
  const screen = useScreen();
  const query = useAsk(queries.session());
  watch(query.data, (session) => session && screen.tellTime(session.now), { immediate: true });
  return query;
}

/** Whether the teacher is here: what only the teacher may do is shown to nobody else. */
export function useTeaches() {
  const session = useSession();
  return computed(() => session.data.value?.role === "teacher");
}

/** Throws away what the screen knows, after the clock or the session moved. */
export function useStartAgain() {
  const client = useQueryClient();
  return () => client.invalidateQueries();
}

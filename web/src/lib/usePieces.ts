import { useMutation, useQueryClient } from "@tanstack/vue-query";
import { computed, watch } from "vue";
import { answer, api, newId, Problem, type EventIn, type Stage } from "@/api/client";
import { patchPieces } from "@/lib/useLive";
import { useScreen } from "@/lib/useScreen";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { say } from "@/ui/messages";

/** The pieces of the chosen class, of all classes where none is chosen. */
export function usePieces(stage?: Stage) {
  const screen = useScreen();
  const query = useAsk(computed(() => queries.pieces(screen.classId)));
  watch(query.data, (list) => list && screen.tellTime(list.now), { immediate: true });
  const pieces = computed(() => (query.data.value?.pieces ?? []).filter((p) => !stage || p.stage === stage));
  return { ...query, pieces };
}

/** The pieces of an assignment, over or not, whatever class is chosen on the screen. */
export function usePiecesOf(assignment: () => { id: string; class: string; over?: boolean } | undefined) {
  const query = useAsk(
    computed(() => {
      const of = assignment();
      return { ...(of?.over ? queries.over : queries.pieces)(of?.class ?? ""), enabled: !!of };
    }),
  );
  return computed(() => (query.data.value?.pieces ?? []).filter((p) => p.assignment === assignment()?.id));
}

/** An event before it has its id. */
export type NewEvent = Omit<EventIn, "id">;

/**
 * Logs events and patches every list on the screen with the answer. Events get
 * their ids once, before the first try, so that a try whose answer was lost
 * changes nothing when it is sent again.
 */
export function useLog() {
  const client = useQueryClient();
  const screen = useScreen();
  const mutation = useMutation({
    mutationFn: (events: EventIn[]) => answer(api.POST("/events", { body: { events } })),
    retry: (tries, error) => tries < 3 && error instanceof Problem && error.status === 0,
    retryDelay: 400,
    onSuccess(logged) {
      screen.tellTime(logged.now);
      patchPieces(client, logged.pieces);
      for (const w of logged.warnings.slice(0, 3)) say(w.text, "warning");
    },
    onError: (error) => say(error.message, "error"),
  });
  const named = (events: NewEvent[]) => events.map((e) => ({ ...e, id: newId() }));
  return {
    /** Sends events and returns them with their ids, so that they can be taken back together. */
    mutate(events: NewEvent[], options?: { onSuccess: () => void }) {
      const sent = named(events);
      mutation.mutate(sent, options);
      return sent;
    },
    mutateAsync: (events: NewEvent[]) => mutation.mutateAsync(named(events)),
  };
}

import { useQueryClient, type QueryClient } from "@tanstack/vue-query";
import { onScopeDispose, ref } from "vue";
import type { Piece, Schemas } from "@/api/client";
import { useRoom } from "@/lib/useRoom";
import { askAgain } from "@/lib/queries";

type PieceList = Schemas["PieceList"];

let counting: ReturnType<typeof setTimeout> | undefined;
/** Counts over the school are asked for once things are quiet for a moment, not at every tap. */
function countAgain(client: QueryClient) {
  clearTimeout(counting);
  counting = setTimeout(() => {
    void askAgain(client, ["pieces"]);
  }, 150);
}

/** Puts pieces as they are now into every list on the screen; an older answer never covers a newer one. */
export function patchPieces(client: QueryClient, pieces: Piece[]) {
  const fresh = new Map(pieces.map((p) => [p.id, p]));
  client.setQueriesData<PieceList>({ queryKey: ["pieces"] }, (old) =>
    old
      ? {
          ...old,
          pieces: old.pieces.map((p) => {
            const now = fresh.get(p.id);
            return now && now.seq >= p.seq ? now : p;
          }),
        }
      : old,
  );
  countAgain(client);
  for (const p of pieces) void client.invalidateQueries({ queryKey: ["piece", p.id] });
}

/**
 * Listens to what others do, and patches what is on the screen. After a break it
 * says what it saw last, and hears what it missed.
 *
 * @example const { live } = useLive()
 */
export function useLive() {
  const client = useQueryClient();
  const room = useRoom();
  const live = ref(false);
  let source: EventSource | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  let seen = 0;

  function listen() {
    source = new EventSource(seen ? `/api/live?after=${seen}` : "/api/live");
    source.onopen = () => (live.value = true);
    source.addEventListener("pieces", (e) => {
      const told = JSON.parse((e as MessageEvent<string>).data) as PieceList;
      seen = Math.max(seen, Number((e as MessageEvent<string>).lastEventId) || 0);
      room.tellTime(told.now);
      patchPieces(client, told.pieces);
    });
    source.addEventListener("stale", (e) => {
      const told = JSON.parse((e as MessageEvent<string>).data) as { kinds?: string[] };
      void askAgain(client, told.kinds ?? ["all"]);
    });
    source.onerror = () => {
      live.value = false;
      source?.close();
      again = setTimeout(listen, 1500);
    };
  }
  listen();
  onScopeDispose(() => {
    source?.close();
    clearTimeout(again);
  });
  return { live };
}

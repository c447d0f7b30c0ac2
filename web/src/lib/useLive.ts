import { useQueryClient, type QueryClient } from "@tanstack/vue-query";
import type { Piece, Schemas } from "@/api/client";
import { useScreen } from "@/lib/useScreen";
import { askAgain } from "@/lib/queries";
import { useStream } from "@/lib/useStream";

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
 * Listens to what others do, and patches what is on the screen.
 *
 * @example const { live } = useLive()
 */
export function useLive() {
  const client = useQueryClient();
  const screen = useScreen();
  let missed = false;
  /**
   * What changed between the first answers and the moment the stream stands was told to nobody here:
   * all is asked for again. Where something is heard meanwhile, an answer may be older than it, and
   * would cover it: then once more.
   */
  async function settle() {
    for (let round = 0; round < 3; round++) {
      missed = false;
      await client.invalidateQueries();
      if (!missed) return;
    }
  }
  const { live, open } = useStream({
    pieces: (told) => {
      missed = true;
      screen.tellTime(told.now);
      patchPieces(client, told.pieces);
    },
    stale: (kinds) => {
      missed = true;
      void askAgain(client, kinds);
    },
    opened: (blind) => blind && void settle(),
  });
  open();
  return { live };
}

import { useQueryClient } from "@tanstack/vue-query";
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { answer, api, type Choice, type PieceDetail, type Schemas } from "@/api/client";
import { choiceOf } from "@/lib/stack";
import { usePiece } from "@/lib/usePiece";
import { attempt } from "@/ui/messages";
import { queries, useChanged } from "@/lib/queries";

type Own = Schemas["Own"];

/**
 * One piece on the plan desk: what is known of it, and how its plan is changed.
 * Every change is saved at once; the answer carries what the check has to say.
 */
export function useDesk(id: MaybeRefOrGetter<string>) {
  const client = useQueryClient();
  const changed = useChanged();
  const detail = usePiece(id);
  const piece = computed(() => detail.data.value?.piece);

  let last: Promise<unknown> = Promise.resolve();
  /**
   * What is pressed fast follows one after the other: each change is made to the plan as the
   * last one left it, and none to another piece that was turned to meanwhile.
   */
  function inTurn<T>(act: () => Promise<T> | undefined): Promise<T | undefined> {
    const of = toValue(id);
    const next = last.then(() => (toValue(id) === of ? act() : undefined));
    last = next.catch(() => undefined);
    return next;
  }
  /** Once all changes that were made are kept. */
  const settled = () => last;

  const told = () => void changed("own");
  async function take(saved: Promise<PieceDetail>) {
    const done = await attempt(saved);
    if (done) client.setQueryData(queries.piece(toValue(id)).queryKey, done);
    else void detail.refetch();
    told();
    return done;
  }
  /** Keeps choices for some surfaces, and what is the piece's own where it is given. */
  const save = (changes: Choice[], own?: Own) => inTurn(() => put(changes, own));
  function put(changes: Choice[], own?: Own) {
    const p = piece.value;
    if (!p) return undefined;
    const of = new Map(changes.map((c) => [c.surface, c]));
    const choices = p.surfaces.map((s) => of.get(s.id) ?? choiceOf(s));
    return take(
      answer(
        api.PUT("/pieces/{id}/plan", {
          params: { path: { id: p.id } },
          body: { revision: p.revision, choices, ...(own ? { own } : {}) },
        }),
      ),
    );
  }
  /** Changes how the piece stands, and leaves the rest of what is its own. */
  const stand = (standing: Schemas["Standing"]) => inTurn(() => putStanding(standing));
  const putStanding = (standing: Schemas["Standing"]) => put([], { ...detail.data.value?.own, standing });
  const copy = (from: string) =>
    inTurn(() =>
      take(
        answer(
          api.POST("/pieces/{id}/plan/copy", {
            params: { path: { id: toValue(id) } },
            body: { from, revision: piece.value?.revision ?? 0 },
          }),
        ),
      ),
    );
  /** Takes the way out of the first finding that has one, in the order they stand on the screen. */
  const mendFirst = (findings = () => piece.value?.findings) =>
    inTurn(() => {
      const first = findings()?.find((f) => f.mends.length || f.stand);
      if (first?.mends.length) return put(first.mends);
      return first?.stand && putStanding(first.stand);
    });
  return { detail, piece, save, stand, copy, mendFirst, settled, told };
}

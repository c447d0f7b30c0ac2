import { injectLocal, provideLocal } from "@vueuse/core";
import { useQueries, useQuery, type QueryObserverResult } from "@tanstack/vue-query";
import { computed, onScopeDispose, shallowReactive, type InjectionKey, type Ref } from "vue";

/** One question to the server, as a gate reads it. */
export interface Asked {
  readonly data: Readonly<Ref<unknown>>;
  readonly error: Readonly<Ref<Error | null>>;
  readonly fetchStatus: Readonly<Ref<"fetching" | "paused" | "idle">>;
  readonly failureReason: Readonly<Ref<Error | null>>;
  readonly dataUpdatedAt: Readonly<Ref<number>>;
  readonly refetch: () => unknown;
  /** What asks it shows nothing of its own without an answer: the rest need not wait for it. */
  beside?: boolean;
}
/** What a part of the screen asks for. */
export type Asks = Set<Asked>;

const key: InjectionKey<Asks> = Symbol("what this part of the screen asks for");

/** A set of questions for this component and those within it: give it to the `AskGate` in its template. */
export function useAsks(): Asks {
  const asks: Asks = shallowReactive(new Set());
  provideLocal(key, asks);
  return asks;
}

function tellGate(asked: Asked) {
  const asks = injectLocal(key, undefined);
  if (!asks) return;
  asks.add(asked);
  onScopeDispose(() => asks.delete(asked));
}
const asking = (beside: boolean) =>
  ((options: never) => {
    const query = useQuery(options);
    tellGate({ ...query, beside } as Asked);
    return query;
  }) as typeof useQuery;

/**
 * Asks the server, as `useQuery` does, and lets the nearest `AskGate` know how the question stands: while it
 * has no answer, nothing is shown that could be taken for one.
 *
 * @example const kilns = useAsk(queries.kilns())
 */
export const useAsk = asking(false);

/** Asks for a part of a page that is drawn only with its answer: the gate says what failed and stays open. */
export const useAskBeside = asking(true);

/** Asks several things of a kind at once, as `useQueries` does; the gate hears of them as of one. */
export const useAskEach = ((options: never) => {
  const every = useQueries(options) as unknown as Readonly<Ref<QueryObserverResult[]>>;
  tellGate({
    data: computed(() => (every.value.every((q) => q.data !== undefined) ? every.value : undefined)),
    error: computed(() => every.value.find((q) => q.error)?.error ?? null),
    fetchStatus: computed(() => every.value.find((q) => q.isFetching)?.fetchStatus ?? "idle"),
    failureReason: computed(() => every.value.find((q) => q.failureReason)?.failureReason ?? null),
    dataUpdatedAt: computed(() => Math.min(...every.value.map((q) => q.dataUpdatedAt))),
    refetch: () => every.value.forEach((q) => void q.refetch()),
  });
  return every;
}) as unknown as typeof useQueries;

import { useQueryClient } from "@tanstack/vue-query";
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { attempt } from "@/ui/messages";

export type Act = Omit<Schemas["LoadPlanChange"], "revision">;

/**
 * The plan of a load, and what is done to it by hand. While a longer search goes on it is asked for
 * again and again.
 *
 * @example const { plan, act, tick } = useLoadPlan(() => route.params.id);
 */
export function useLoadPlan(load: MaybeRefOrGetter<string>) {
  const client = useQueryClient();
  const changed = useChanged();
  const query = useAsk(
    computed(() => ({
      ...queries.loadPlan(toValue(load)),
      refetchInterval: (q: { state: { data?: Schemas["LoadPlan"] } }) =>
        q.state.data?.searching === undefined ? false : 700,
    })),
  );
  const path = () => ({ params: { path: { id: toValue(load) } } });
  const keep = (next: Schemas["LoadPlan"] | undefined) => {
    if (next) client.setQueryData(queries.loadPlan(next.load).queryKey, next);
    else void client.invalidateQueries({ queryKey: queries.loadPlan(toValue(load)).queryKey });
    return next;
  };
  /** Does something to the plan as it is seen; whether it was done. */
  async function act(what: Act) {
    const revision = query.data.value?.revision ?? 0;
    const done = attempt(answer(api.POST("/loads/{id}/plan", { ...path(), body: { ...what, revision } })));
    return keep(await done) !== undefined;
  }
  async function tick(piece: string, into: boolean, seen: number) {
    const done = attempt(
      answer(api.POST("/loads/{id}/tick", { ...path(), body: { piece, in: into, seen } })),
    );
    const next = keep(await done);
    await changed("load", "own");
    return next !== undefined;
  }
  async function drop() {
    const gone = await attempt(answer(api.DELETE("/loads/{id}/plan", path())));
    await changed("load", "load_plan");
    return gone !== undefined;
  }
  return { ...query, plan: query.data, act, tick, drop };
}

import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

export const useToday = () => useAsk(queries.today());
export const useTiles = () => useAsk(queries.tiles("code"));
export const useClays = () => useAsk(queries.clays());
export const useLoads = () => useAsk(queries.loads());
export const useGuide = () => useAsk(queries.guide());

/** The assignments that are worked on, those that are over, and each by its id. */
export function useAssignments() {
  const query = useAsk(queries.assignments());
  const every = computed(() => query.data.value ?? []);
  return {
    ...query,
    running: computed(() => every.value.filter((a) => !a.over)),
    over: computed(() => every.value.filter((a) => a.over)),
    byId: computed(() => new Map(every.value.map((a) => [a.id, a]))),
  };
}

/** The jars of the room, and each by its code. */
export function useGlazes() {
  const query = useAsk(queries.glazes());
  const byCode = computed(() => new Map((query.data.value ?? []).map((g) => [g.code, g])));
  return { ...query, byCode };
}

/** The classes that are taught, those that are archived, and each by its id. */
export function useClasses() {
  const query = useAsk(queries.classes());
  const every = computed(() => query.data.value ?? []);
  return {
    ...query,
    taught: computed(() => every.value.filter((c) => !c.archived)),
    archived: computed(() => every.value.filter((c) => c.archived)),
    byId: computed(() => new Map(every.value.map((c) => [c.id, c]))),
  };
}

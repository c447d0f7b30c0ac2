import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { queries } from "@/lib/queries";

export const useToday = () => useQuery(queries.today());
export const useTiles = () => useQuery(queries.tiles("code"));
export const useClays = () => useQuery(queries.clays());
export const useAssignments = () => useQuery(queries.assignments());
export const useLoads = () => useQuery(queries.loads());
export const useGuide = () => useQuery(queries.guide());

/** The jars of the room, and each by its code. */
export function useGlazes() {
  const query = useQuery(queries.glazes());
  const byCode = computed(() => new Map((query.data.value ?? []).map((g) => [g.code, g])));
  return { ...query, byCode };
}

/** The classes, and each by its id. */
export function useClasses() {
  const query = useQuery(queries.classes());
  const byId = computed(() => new Map((query.data.value ?? []).map((c) => [c.id, c])));
  return { ...query, byId };
}

import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { answer, api } from "@/api/client";

export function useToday() {
  return useQuery({ queryKey: ["today"], queryFn: () => answer(api.GET("/today")) });
}

export function useTiles() {
  return useQuery({ queryKey: ["tiles"], queryFn: () => answer(api.GET("/tiles")) });
}

export function useGlazes() {
  const query = useQuery({ queryKey: ["glazes"], queryFn: () => answer(api.GET("/glazes")) });
  const byCode = computed(() => new Map((query.data.value ?? []).map((g) => [g.code, g])));
  return { ...query, byCode };
}

export function useClays() {
  return useQuery({ queryKey: ["clays"], queryFn: () => answer(api.GET("/clays")) });
}

export function useClasses() {
  const query = useQuery({ queryKey: ["classes"], queryFn: () => answer(api.GET("/classes")) });
  const byId = computed(() => new Map((query.data.value ?? []).map((c) => [c.id, c])));
  return { ...query, byId };
}

export function useAssignments() {
  return useQuery({ queryKey: ["assignments"], queryFn: () => answer(api.GET("/assignments")) });
}

export function useLoads() {
  return useQuery({ queryKey: ["loads"], queryFn: () => answer(api.GET("/loads")) });
}

export function useGuide() {
  return useQuery({ queryKey: ["guide"], queryFn: () => answer(api.GET("/guide")), staleTime: Infinity });
}

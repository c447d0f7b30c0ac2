import { keepPreviousData } from "@tanstack/vue-query";
import { computed } from "vue";
import { queries, type Ground } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** Base by top on one ground: what was fired, and what is planned without a tile. */
export function useMatrix(ground: Ground) {
  const query = useAsk(
    computed(() => ({
      ...queries.matrix({ ...ground }),
      enabled: !!ground.clay && !!ground.cone,
      placeholderData: keepPreviousData,
    })),
  );
  const codes = computed(() => query.data.value?.glazes ?? []);
  const place = computed(() => new Map(codes.value.map((code, i) => [code, i])));
  const cell = (base: string, top: string) =>
    query.data.value?.cells[place.value.get(base)! * codes.value.length + place.value.get(top)!];
  /** Jars that any tile or plan on this ground uses; the others would be rows of questions. */
  const used = computed(() =>
    codes.value.filter((code) =>
      codes.value.some((other) =>
        [cell(code, other), cell(other, code)].some((c) => c?.tiles.length || c?.plans.length),
      ),
    ),
  );
  const known = computed(() => query.data.value?.cells.filter((c) => c.tiles.length).length ?? 0);
  const planned = computed(
    () => query.data.value?.cells.filter((c) => c.plans.length && !c.tiles.length).length ?? 0,
  );
  return { codes, cell, used, known, planned };
}

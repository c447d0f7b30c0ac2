import { computed, type Ref } from "vue";
import type { Piece, Schemas } from "@/api/client";

/** What speaks against a plan, in the order it is read, and what is said where nothing does. */
export function useFindings(piece: Ref<Piece | undefined>, chosen: Ref<string>) {
  /** Among equals the findings of the chosen surface stand first, and those of the whole piece last. */
  const findings = computed(() => {
    const all = piece.value?.findings ?? [];
    const weight = (f: Schemas["Finding"]) =>
      ["stop", "warn", "note"].indexOf(f.severity) * 3 +
      (f.surfaces.includes(chosen.value) ? 0 : f.surface ? 1 : 2);
    return [...all].sort((a, b) => weight(a) - weight(b));
  });
  const nothingFound = computed(() => {
    const open =
      piece.value?.surfaces.filter(
        (s) => !s.stands && !s.bare && !s.resist && !s.optional && !s.stack.length,
      ) ?? [];
    if (open.length && open.length === piece.value?.surfaces.filter((s) => !s.stands && !s.optional).length)
      return "Nothing planned yet: choose a surface, then a tile.";
    const names = open.map((s) => s.name).join(", ");
    return `Nothing known speaks against this plan.${names ? ` Not planned yet: ${names}.` : ""}`;
  });
  return { findings, nothingFound };
}

import type { Ref } from "vue";
import type { Choice, Schemas, SurfaceState } from "@/api/client";

/** What a hand does to the stack of the chosen surface; each step is saved at once. */
export function useStackEdits(
  chosen: Ref<string>,
  surface: Ref<SurfaceState | undefined>,
  save: (choices: Choice[]) => Promise<unknown>,
) {
  const give = (stack: Schemas["Layer"][]) => save([{ surface: chosen.value, bare: false, stack }]);
  const over = (layer: Schemas["Layer"]) => give([...(surface.value?.stack ?? []), layer]);
  const bare = () => save([{ surface: chosen.value, bare: !surface.value?.bare, stack: [] }]);
  function coats(layer: number, by: number) {
    const s = surface.value;
    if (!s) return;
    const stack = s.stack
      .map((l, i) => (i === layer ? { ...l, coats: l.coats + by } : l))
      .filter((l) => l.coats > 0);
    void save([{ surface: s.id, bare: false, stack, ...(s.heavy ? { heavy: true } : {}) }]);
  }
  const last = () => (surface.value?.stack.length ?? 0) - 1;
  return { give, over, bare, coats, last };
}

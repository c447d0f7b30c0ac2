import { computed, ref, watch, type Ref } from "vue";
import type { Schemas, Tile } from "@/api/client";
import type { Mark } from "@/wall/useRack";

export type BoxReading = Schemas["BoxReading"];
type TileReadings = Schemas["TileReadings"];

/** What a box shows: which tile, which half of it, how many coats. */
export interface Named {
  code: string;
  half: "smooth" | "texture";
  coats: number;
  /** Only for a tile that is not on the wall yet. */
  stack: string;
}

/** Names for the boxes on a photograph, and the readings that they amount to. */
export function useNaming(boxes: Ref<Mark[]>, tiles: Ref<Tile[]>) {
  const names = ref(new Map<number, Named>());
  const byCode = computed(() => new Map(tiles.value.map((t) => [t.code, t])));
  watch(
    boxes,
    (list) => {
      for (const b of list)
        if (!names.value.has(b.id)) names.value.set(b.id, { code: "", half: "smooth", coats: 3, stack: "" });
    },
    { immediate: true },
  );
  const total = (code: string) => byCode.value.get(code)?.stack.reduce((sum, l) => sum + l.coats, 0);

  function name(id: number, change: Partial<Named>) {
    const old = names.value.get(id);
    if (!old) return;
    const next = { ...old, ...change };
    if (change.code !== undefined && change.coats === undefined)
      next.coats = total(change.code) ?? next.coats;
    names.value.set(id, next);
  }
  /**
   * Deals codes out to the boxes in their order; with strips, a row of the grid
   * is one tile and its columns carry 1, 2, 3… coats.
   */
  function deal(codes: string[], columns: number, strips: boolean) {
    boxes.value.forEach((b, i) => {
      const code = strips ? codes[Math.floor(i / columns)] : codes[i];
      if (code) name(b.id, { code, ...(strips ? { coats: (i % columns) + 1 } : {}) });
    });
  }
  /** Names the boxes in their order, whole: tiles that were planned before they were made. */
  function give(list: Named[]) {
    boxes.value.forEach((b, i) => list[i] && names.value.set(b.id, { ...list[i] }));
  }
  const labels = computed(
    () => new Map([...names.value].map(([id, n]) => [id, n.code ? `${n.code} ${n.coats}×` : ""])),
  );
  /** Codes that are not on the wall yet: their stack has to be told. */
  const strange = computed(() => [
    ...new Set(
      boxes.value.map((b) => names.value.get(b.id)?.code ?? "").filter((c) => c && !byCode.value.has(c)),
    ),
  ]);

  function readings(
    read: BoxReading[],
    photo: string,
    fresh: { clay: string; cone: string },
  ): TileReadings[] {
    const of = new Map<string, TileReadings>();
    boxes.value.forEach((b, i) => {
      const n = names.value.get(b.id);
      const r = read[i];
      if (!n?.code || !r) return;
      const tile = of.get(n.code) ?? { code: n.code, readings: [] };
      if (!byCode.value.has(n.code)) Object.assign(tile, fresh, { stack: n.stack || tile.stack });
      tile.readings.push({
        half: n.half,
        coats: n.coats,
        lab: r.lab,
        scatter: r.scatter,
        flags: r.flags.map((f) => f.flag),
        source: "photograph",
        photo,
      });
      of.set(n.code, tile);
    });
    return [...of.values()];
  }
  return { names, name, deal, give, labels, strange, readings };
}

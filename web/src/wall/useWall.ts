import { keepPreviousData } from "@tanstack/vue-query";
import { useLocalStorage } from "@vueuse/core";
import { defineStore } from "pinia";
import { computed, ref, toValue, type MaybeRefOrGetter } from "vue";
import type { Schemas, Tile } from "@/api/client";
import { queries, type TileOrder, type Want } from "@/lib/queries";
import { useAsk, useAskBeside } from "@/lib/useAsk";

export type Vision = "" | "protan" | "deutan" | "tritan";

/** The most tiles that are held side by side. */
export const mostPins = 6;

/** How the wall hangs on this screen, and what is held side by side. */
export const useWall = defineStore("wall", () => {
  const order = useLocalStorage<TileOrder>("wall-order", "code");
  /** The colour to which the nearest tiles hang first, and what it is called; none for the order. */
  const near = ref<{ hex: string; name: string }>();
  const dense = useLocalStorage("wall-dense", false);
  const vision = ref<Vision>("");
  const pins = ref<string[]>([]);
  /** Shown over the whole screen, for the class to see from the back of the room. */
  const big = ref(false);
  function pin(code: string) {
    if (pins.value.includes(code)) pins.value = pins.value.filter((c) => c !== code);
    else pins.value = [...pins.value, code].slice(-mostPins);
  }
  return { order, near, dense, vision, pins, big, pin };
});

/** The tiles in the order that the wall hangs. */
export function useHungTiles() {
  const wall = useWall();
  return useAsk(
    computed(() => ({ ...queries.tiles(wall.order, wall.near?.hex), placeholderData: keepPreviousData })),
  );
}

/** The wall as a colour-blind student sees it; asks for nothing with usual vision. */
export function useSight() {
  const wall = useWall();
  const query = useAskBeside(
    computed(() => ({ ...queries.sight(wall.vision || "protan"), enabled: wall.vision !== "" })),
  );
  const seen = computed(() => new Map(wall.vision ? (query.data.value ?? []).map((s) => [s.code, s]) : []));
  /** A tile in the colours that are seen. */
  const as = (t: Tile): Tile => {
    const s = seen.value.get(t.code);
    return s ? { ...t, fired: s.fired, raw: s.raw, strips: [] } : t;
  };
  return { seen, as };
}

/** Tiles by closeness to a colour, under what is needed; asks for nothing without a target. */
export function useSearch(want: MaybeRefOrGetter<Want | undefined>) {
  return useAsk(
    computed(() => ({
      ...queries.search(toValue(want) ?? {}),
      enabled: !!toValue(want),
      placeholderData: keepPreviousData,
    })),
  );
}

/** All that is known of one tile, with its cover curve. */
export function useTile(code: MaybeRefOrGetter<string | undefined>, step: MaybeRefOrGetter<number>) {
  return useAskBeside(
    computed(() => ({
      ...queries.tile(toValue(code) ?? "", toValue(step)),
      enabled: !!toValue(code),
      placeholderData: keepPreviousData,
    })),
  );
}

/** Jars that are taken for each other on a clay. */
export function useConfusions(where: MaybeRefOrGetter<{ clay: string; cone: string } | undefined>) {
  return useAskBeside(
    computed(() => ({
      ...queries.confusions(toValue(where) ?? { clay: "", cone: "" }),
      enabled: !!toValue(where),
    })),
  );
}

/** What is to be said at each jar that is taken for another, by code. */
export function confusedJars(pairs: Schemas["Confusion"][]): Map<string, string[]> {
  const said = new Map<string, string[]>();
  const say = (code: string, words: string) => said.set(code, [...(said.get(code) ?? []), words]);
  for (const c of pairs)
    for (const [code, other] of [
      [c.one, c.other],
      [c.other, c.one],
    ] as const)
      say(
        code,
        c.inTheJar ? `In the jar like ${other}: read the code` : `Fires like ${other}, unlike in the jar`,
      );
  return said;
}

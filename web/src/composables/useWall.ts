import { useQuery } from "@tanstack/vue-query";
import { useLocalStorage } from "@vueuse/core";
import { defineStore } from "pinia";
import { computed, ref, toValue, type MaybeRefOrGetter } from "vue";
import { answer, api, type Schemas, type Tile } from "@/api/client";

export type Order = "code" | "glaze" | "hue" | "lightness" | "place";
export type Vision = "" | "protan" | "deutan" | "tritan";
export type Want = Schemas["Want"];

/** The most tiles that are held side by side. */
export const mostPins = 6;

/** How the wall hangs on this screen, and what is held side by side. */
export const useWall = defineStore("wall", () => {
  const order = useLocalStorage<Order>("wall-order", "code");
  const dense = useLocalStorage("wall-dense", false);
  const vision = ref<Vision>("");
  const pins = ref<string[]>([]);
  /** Shown over the whole screen, for the class to see from the back of the room. */
  const big = ref(false);
  function pin(code: string) {
    if (pins.value.includes(code)) pins.value = pins.value.filter((c) => c !== code);
    else pins.value = [...pins.value, code].slice(-mostPins);
  }
  return { order, dense, vision, pins, big, pin };
});

/** The tiles in the order that the wall hangs. */
export function useHungTiles() {
  const wall = useWall();
  return useQuery({
    queryKey: computed(() => ["tiles", wall.order]),
    queryFn: () => answer(api.GET("/tiles", { params: { query: { order: wall.order } } })),
    placeholderData: (old) => old,
  });
}

/** The wall as a colour-blind student sees it; asks for nothing with usual vision. */
export function useSight() {
  const wall = useWall();
  const query = useQuery({
    queryKey: computed(() => ["sight", wall.vision]),
    enabled: computed(() => wall.vision !== ""),
    queryFn: () =>
      answer(api.GET("/tiles/sight", { params: { query: { vision: wall.vision as Exclude<Vision, ""> } } })),
  });
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
  return useQuery({
    queryKey: computed(() => ["tiles", "search", toValue(want)]),
    enabled: computed(() => !!toValue(want)),
    queryFn: () => answer(api.POST("/tiles/search", { body: toValue(want)! })),
    placeholderData: (old) => old,
  });
}

/** All that is known of one tile, with its cover curve. */
export function useTile(code: MaybeRefOrGetter<string | undefined>, step: MaybeRefOrGetter<number>) {
  return useQuery({
    queryKey: computed(() => ["tiles", "one", toValue(code), toValue(step)]),
    enabled: computed(() => !!toValue(code)),
    queryFn: () =>
      answer(
        api.GET("/tiles/{code}", {
          params: { path: { code: toValue(code)! }, query: { step: toValue(step) } },
        }),
      ),
    placeholderData: (old) => old,
  });
}

/** Jars that are taken for each other on a clay. */
export function useConfusions(where: MaybeRefOrGetter<{ clay: string; cone: string } | undefined>) {
  return useQuery({
    queryKey: computed(() => ["tiles", "confusions", toValue(where)]),
    enabled: computed(() => !!toValue(where)),
    queryFn: () => answer(api.GET("/tiles/confusions", { params: { query: toValue(where)! } })),
  });
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

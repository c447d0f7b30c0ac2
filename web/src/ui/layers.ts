import type { SurfaceState } from "@/api/client";

/** What shows of a surface up to a height in mm above the table, over its own colour. */
export interface Layer {
  upTo: number;
  fill: string;
  /** It is the clay itself. */
  clay?: boolean;
}

/** What clay looks like that nobody measured: bisque, and fired. */
const clay = { raw: "#efe6da", fired: "#d8cfc4" } as const;

/** What lies below an overlap, and then the clay that stays bare, each up to its height. */
export function layersOf(s: SurfaceState | undefined, colours: "chalk" | "fired", unknown: string): Layer[] {
  const as = colours === "chalk" ? "raw" : "fired";
  return [
    ...(s?.below ? [{ upTo: s.below.upTo, fill: s.below[as] ?? unknown }] : []),
    ...(s?.band ? [{ upTo: s.band.upTo, fill: s.band[as] ?? clay[as], clay: true }] : []),
  ];
}

/** The heights at which layers of surfaces end, each once. */
export const heightsOfLayers = (states: SurfaceState[]) => [
  ...new Set(states.flatMap((s) => [s.below, s.band].flatMap((l) => l?.upTo ?? []))),
];

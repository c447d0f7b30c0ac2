import type { Highs } from "highs";

export interface Load {
  tall: number;
  pieces: { long: number; wide: number; tall: number }[];
}
export const KILN: { wide: number; deep: number };
export function draw(random: () => number): Load;
export function fewest(
  load: () => Promise<Highs>,
  instance: Load,
  seconds: number,
): Promise<number | undefined>;

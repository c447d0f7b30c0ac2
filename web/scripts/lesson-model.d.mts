import type { Highs } from "highs";

export interface Lesson {
  change: number;
  changeUses: number;
  shared: { name: string; room: number }[];
  jobs: { hand: number; weight: number; ops: unknown[] }[];
}
export function draw(random: () => number): Lesson;
export function fewest(highs: Highs, instance: unknown, seconds: number): number | undefined;

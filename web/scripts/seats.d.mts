import type { Highs } from "highs";

export interface Room {
  children: { id: string; choices: string[]; lost: boolean; before: string }[];
  jars: { glaze: string; seats: number }[];
}
export function draw(random: () => number): Room;
export function best(highs: Highs, room: Room): Record<string, number>;

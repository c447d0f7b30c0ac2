import type { Schemas } from "@/api/client";

export type Spot = Schemas["FlatSpot"];
export type Part = Schemas["OutlinePart"];
export type Standing = Schemas["LoadStanding"];
export type Level = Schemas["LoadLevel"];
export type LoadPlan = Schemas["LoadPlan"];

/** A closed path through points, in mm; y grows to the back, so that it is drawn downward the other way round. */
export const around = (points: readonly Spot[]) =>
  points.map((p, i) => `${i ? "L" : "M"}${p.x.toFixed(1)} ${(-p.y).toFixed(1)}`).join("") + "Z";

/** The core of a part; a point is a line of no length, which its round ends make a disc of. */
export const core = (part: Part) =>
  part.core.length > 1
    ? around(part.core)
    : `M${part.core[0]!.x.toFixed(1)} ${(-part.core[0]!.y).toFixed(1)}h0.01`;

/** Where a piece stands, as a transformation of its outline. */
export const standsAt = (s: { x: number; y: number; turn: number }) =>
  `translate(${s.x.toFixed(1)} ${(-s.y).toFixed(1)}) rotate(${((-s.turn * 180) / Math.PI).toFixed(1)})`;

/** How wide a standing piece is seen from the front, from its left to its right, mm about its zero. */
export function breadth(s: Standing): [number, number] {
  const [cos, sin] = [Math.cos(s.turn), Math.sin(s.turn)];
  let [low, high] = [Infinity, -Infinity];
  for (const part of s.outline)
    for (const c of part.core) {
      const x = c.x * cos - c.y * sin;
      low = Math.min(low, x - part.r);
      high = Math.max(high, x + part.r);
    }
  return [s.x + low, s.x + high];
}

/** The smallest box about points. */
export function box(points: readonly Spot[]) {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => -p.y);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** "Shelf 2", from the lowest up; half ones say which half. */
export const shelfName = (plan: LoadPlan, n: number) => {
  const side = plan.levels[n]?.side ?? 0;
  return `Shelf ${n + 1}${side ? (side < 0 ? ", left half" : ", right half") : ""}`;
};

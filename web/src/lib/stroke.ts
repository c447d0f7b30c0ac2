import { mm } from "@/ui/figures";
import type { EventIn, Schemas, SurfaceState } from "@/api/client";
import type { NewEvent } from "@/lib/usePieces";

type Stroke = Schemas["Stroke"];

/** The next stroke of a surface as an event; a dip is one, over all of its surfaces. */
export function coatOf(piece: string, surface: string, stroke: Stroke): NewEvent {
  const coat: NewEvent = { kind: "coat", piece, glaze: stroke.glaze };
  if (!stroke.dips) return { ...coat, surface, felt: stroke.thick, of: stroke.begun };
  return {
    ...coat,
    how: "dip",
    surfaces: stroke.dips,
    downTo: stroke.downTo,
    seconds: stroke.seconds,
    density: stroke.density,
  };
}

/** Whether an event lays a coat on a surface. */
export const lies = (event: EventIn, surface: string) =>
  event.kind === "coat" && (event.surface === surface || !!event.surfaces?.includes(surface));

/** One event for what several surfaces have in common: a dip that all of them wait for is logged once. */
export function once(coats: NewEvent[]): NewEvent[] {
  const dips = new Set<string>();
  return coats.filter((c) => {
    if (c.how !== "dip") return true;
    const key = JSON.stringify(c);
    return !dips.has(key) && !!dips.add(key);
  });
}

/** A stroke in a few words: its jar, how it is laid, and what of it is left. */
export function sayStroke(stroke: Stroke, name = ""): string {
  const jar = [stroke.glaze, name].filter(Boolean).join(" ");
  if (stroke.rest) return `${jar}: ${stroke.rest}`;
  if (stroke.dips) return stroke.downTo ? `dip ${jar} to ${mm(stroke.downTo)}` : `dip ${jar}`;
  return stroke.thick === "thick" ? `${jar}, heavy` : stroke.thick === "thin" ? `${jar}, light` : jar;
}

/** The parts of a coat that can be done when the bell goes. */
export const parts = [
  { key: "upper", name: "upper half" },
  { key: "lower", name: "lower half" },
  { key: "left", name: "left half" },
  { key: "right", name: "right half" },
  { key: "above", name: "above a line" },
  { key: "below", name: "below a line" },
  { key: "some", name: "so much of it" },
] as const;
export type Part = (typeof parts)[number]["key"];

/** Which part of a coat is done: a half, above or below a line (mm above the table), or a share of it. */
export type PartDone = Pick<EventIn, "part" | "line" | "share">;

/** The layers of a surface that go down to a height, mm above the table. */
export const heightsOf = (s: SurfaceState) => s.stack.flatMap((l) => (l.downTo ? [l.downTo] : []));

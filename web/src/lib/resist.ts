import type { Piece, SurfaceState } from "@/api/client";
import type { NewEvent } from "@/lib/usePieces";

/** What is to be done with resist on a surface: laid before the first coat, peeled after the last. */
export function resistDue(p: Piece, s: SurfaceState): "wax" | "latex" | "peel" | undefined {
  const latex = s.keeps === "latex" || (s.resist === "latex" && !s.peeled);
  const begun = p.surfaces.some((x) => x.on.some((c) => !c.fired));
  if (s.resist && !s.keeps && !s.peeled && !begun) return s.resist;
  if (latex && begun && !p.surfaces.some((x) => x.left.length)) return "peel";
  return undefined;
}

/** The event that does it. */
export const resistEvent = (piece: string, surface: string, due: "wax" | "latex" | "peel"): NewEvent =>
  due === "peel" ? { kind: "peel", piece, surface } : { kind: "resist", piece, surface, text: due };

/** What lies on a surface, or shall lie, in words. */
export function sayResist(p: Piece, s: SurfaceState): string {
  const due = resistDue(p, s);
  if (due === "peel") return "peel the latex";
  if (due) return `${due} first`;
  return s.keeps ? `${s.keeps} is on` : "";
}

/** What has to be minded with it. */
export const resistCaution = {
  wax: "Wax smells as it burns off: ventilate the kiln room.",
  latex: "Latex: ask about allergies. Peel it before the firing.",
} as const;

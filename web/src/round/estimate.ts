import type { Schemas, SurfaceState } from "@/api/client";

/**
 * The colour that brushed coats of one glaze come out as by the strips of it; nothing where
 * several glazes lie, where a dip or felt thickness makes a coat another one, or where no
 * strip tells. A piece without a plan is told by the coats that are on.
 */
export function estimateOf(s: SurfaceState, covers: Schemas["GlazeCover"][]): string | undefined {
  const planned = s.stack.map((l) => ({ ...l, plain: !l.dip && !l.thick }));
  const laid = s.on.map((c) => ({
    glaze: c.glaze,
    coats: 1,
    plain: (c.how ?? "brush") === "brush" && (c.felt ?? "right") === "right" && !c.rest,
  }));
  const layers = s.stack.length ? planned : laid;
  const glaze = layers[0]?.glaze;
  if (!glaze || !layers.every((l) => l.glaze === glaze && l.plain)) return undefined;
  const coats = layers.reduce((n, l) => n + l.coats, 0);
  return covers.find((c) => c.glaze === glaze)?.coats.find((c) => c.coats === coats)?.hex;
}

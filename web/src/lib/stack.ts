import { mm } from "@/ui/figures";
import type { Schemas } from "@/api/client";

type Layer = Schemas["Layer"];

/** A coat that is on, or a stroke that is to come. */
type Stroke = Schemas["Coat"] | Schemas["Stroke"];

/** A coat or stroke as a layer of one coat: a dip stays a dip, and what felt thick is heavy. */
function layerOf(s: Stroke): Layer {
  const dip = "dips" in s ? !!s.dips : "how" in s && s.how === "dip";
  const thick = "felt" in s ? s.felt : "thick" in s ? s.thick : undefined;
  return {
    glaze: s.glaze,
    coats: 1,
    ...(dip ? { dip, downTo: s.downTo } : {}),
    ...(thick && thick !== "right" ? { thick } : {}),
  };
}

/** Coats one by one as a stack: neighbours that are laid alike are one layer. */
export function stackOf(strokes: Stroke[]): Layer[] {
  const stack: Layer[] = [];
  for (const layer of strokes.map(layerOf)) {
    const top = stack.at(-1);
    const alike = top && JSON.stringify({ ...top, coats: 1 }) === JSON.stringify(layer);
    if (alike) top.coats++;
    else stack.push(layer);
  }
  return stack;
}

/** What of a layer is not brushed as usual: "dip to 60 mm", "heavy"; empty where all is. */
export const wayOf = (l: Layer) =>
  l.dip ? `dip${l.downTo ? ` to ${mm(l.downTo)}` : ""}` : weight[l.thick ?? "right"].trim();

const weight = { thin: " light", thick: " heavy", right: "" };

/** A layer as it is said at the bench: "2 × K07", "dip D02 to 60". */
function sayLayer(l: Layer): string {
  if (l.dip)
    return `${l.coats > 1 ? `${l.coats} dips` : "dip"} ${l.glaze}${l.downTo ? ` to ${l.downTo}` : ""}`;
  return `${l.coats} × ${l.glaze}${weight[l.thick ?? "right"]}`;
}

/** A stack as it is said at the bench, the layer nearest the clay first: "2 × K07 + 1 × T31". */
export function sayStack(stack: Layer[]): string {
  return stack.map(sayLayer).join(" + ");
}

/** A choice as it is sent back: what the screen holds of a surface. */
export function choiceOf(s: Schemas["SurfaceState"]): Schemas["Choice"] {
  return {
    surface: s.id,
    bare: !!s.bare,
    stack: s.stack,
    ...(s.resist ? { resist: s.resist } : {}),
    ...(s.heavy ? { heavy: true } : {}),
    ...(s.tried ? { tried: true } : {}),
  };
}

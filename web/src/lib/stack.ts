import type { Schemas } from "@/api/client";

type Layer = Schemas["Layer"];

/** Coats one by one as a stack: neighbours of one glaze are one layer. */
export function stackOf(codes: string[]): Layer[] {
  const stack: Layer[] = [];
  for (const glaze of codes) {
    const top = stack.at(-1);
    if (top?.glaze === glaze) top.coats++;
    else stack.push({ glaze, coats: 1 });
  }
  return stack;
}

/** A stack as it is said at the bench, the layer nearest the clay first: "2 × K07 + 1 × T31". */
export function sayStack(stack: Layer[]): string {
  return stack
    .map(
      (l) =>
        `${l.coats} × ${l.glaze}${l.dip ? " dip" : ""}${l.thick === "thick" ? " heavy" : l.thick === "thin" ? " light" : ""}${l.downTo ? ` to ${l.downTo} mm` : ""}`,
    )
    .join(" + ");
}

/** A choice as it is sent back: what the screen holds of a surface. */
export function choiceOf(s: Schemas["SurfaceState"]): Schemas["Choice"] {
  return {
    surface: s.id,
    bare: !!s.bare,
    stack: s.stack,
    ...(s.resist ? { resist: s.resist } : {}),
    ...(s.heavy ? { heavy: true } : {}),
  };
}

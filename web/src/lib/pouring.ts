import type { Schemas } from "@/api/client";

/**
 * What is poured, in mL, as a glaze on the list is ticked as put out; 0 takes the last one back.
 * Nothing where it is not poured, or is so already.
 *
 * @example const ml = pouredBy(line, done); if (ml !== undefined) await pour(line.code, ml);
 */
export function pouredBy(g: Schemas["PutOutGlaze"], done: boolean): number | undefined {
  if (!g.pours || done === !!g.poured) return undefined;
  return done ? g.cups * g.cupML : 0;
}

import type { SurfaceState } from "@/api/client";

/**
 * What lies over the colour of a surface, by the patterns of SectionPatterns: chalk where raw glaze is
 * shown; where fired glaze is, how it takes the light; texture. Where no tile shows the colour, nothing
 * shines: nobody knows what it is.
 */
export function grainsOf(s: SurfaceState | undefined, colours: "chalk" | "fired", rough: boolean): string[] {
  const all: string[] = [];
  if (s && (s.stack.length || s.on.length)) {
    if (colours === "chalk") all.push("chalk");
    else if (s.fired && s.finish && s.finish !== "matte") {
      if (s.finish !== "gloss") all.push(s.finish);
      all.push("gloss");
    }
  }
  if (rough) all.push("rough");
  return all;
}

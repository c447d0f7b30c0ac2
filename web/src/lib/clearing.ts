import type { Schemas } from "@/api/client";

type Close = Schemas["CloseLesson"];
type Tool = Schemas["PutOutTool"];

/** What comes back, sorted: the jars and the numbered brushes of the whole room, and each table's own. */
export interface Clearing {
  jars: Tool[];
  brushes: Tool[];
  tables: { name: string; tools: Tool[]; asked: Close["ask"]; places: Close["places"] }[];
}

export function clearingOf(v: Close): Clearing {
  const own = [
    ...Map.groupBy(
      v.back.filter((b) => b.table),
      (b) => b.table!,
    ),
  ];
  // Where nobody said who sits where, the room is one table.
  const tables = own.length ? own : [["", v.back.filter((b) => !b.glaze && !b.numbers)] as const];
  const seated = new Set(own.map(([name]) => name));
  const of = <T extends { table: string }>(all: T[], name: string, last: boolean) =>
    all.filter((x) => x.table === name || (last && !seated.has(x.table)));
  return {
    jars: v.back.filter((b) => b.glaze),
    brushes: v.back.filter((b) => b.numbers),
    tables: tables.map(([name, tools], i) => ({
      name,
      tools: [...tools],
      asked: of(v.ask, name, i === tables.length - 1),
      places: of(v.places, name, i === tables.length - 1),
    })),
  };
}

/** What can come back of what is out, in cups: by quarters, of more than two by halves; fullest last. */
export function quarters(out: number, cupML: number): number[] {
  const cups = out / cupML;
  const step = cups > 2 ? 0.5 : 0.25;
  return Array.from({ length: Math.min(Math.floor(cups / step + 1e-6), 12) }, (_, i) => (i + 1) * step);
}
const signs: Record<number, string> = { 0.25: "¼", 0.5: "½", 0.75: "¾" };
/** "1¼", "½" */
export function cupsSay(cups: number): string {
  const whole = Math.floor(cups);
  return `${whole || ""}${signs[cups - whole] ?? ""}` || "0";
}
/** Numbers in order, runs of them as spans: "1–4, 7". */
export function spans(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const n of [...numbers].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && n === last[1] + 1) last[1] = n;
    else runs.push([n, n]);
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : `${a}–${b}`)).join(", ");
}

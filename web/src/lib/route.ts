import type { Schemas } from "@/api/client";
import { clock } from "@/ui/moments";

type Task = Schemas["RouteTask"];
export type RouteTurn = Schemas["RouteTurn"];

const words = {
  clean: "Take the dust off",
  edge: "Edge the motifs",
  wipe: "Wipe the foot",
  show: "Show the teacher",
  change: "Change the brush",
} as const;

/** What somebody does: "Interior: M4 Moss, coat 2". */
export function taskSays(t: Task): string {
  const says =
    t.does === "coat"
      ? `${t.surface}: ${t.glaze} ${t.name}, ${t.dip ? "dip" : "coat"} ${t.nth}`
      : t.does === "edge"
        ? `${words.edge} on ${t.surface?.toLowerCase()} with ${t.glaze}`
        : words[t.does];
  return t.optional ? `${says}, if there is time` : says;
}

/** What somebody waits for: "M4 Moss, Bo is at it". Nothing where it can be done now. */
export function waitSays(turn: RouteTurn): string | undefined {
  const [first] = turn.tasks;
  if (!turn.waits || !first) return undefined;
  if (turn.waits === "dries") return `${first.surface?.toLowerCase() ?? "a coat"} dries`;
  const what = { jar: `${first.glaze} ${first.name}`, sink: "the sink", teacher: "the teacher" }[turn.waits];
  const others = turn.with.slice(0, 3).join(", ") + (turn.with.length > 3 ? " and others" : "");
  return others ? `${what}, after ${others}` : what;
}

/** What somebody does after the first thing; the brush between them goes without saying. */
export const nextOf = (turn: RouteTurn) => turn.tasks.slice(1).find((t) => t.does !== "change");

/** Until when somebody waits, by the clock. */
export const waitUntil = (turn: RouteTurn) => clock(turn.tasks[0]!.begin);

/** "Table 3", "Window table". */
export const tableSays = (name: string) => (/table|bench/i.test(name) ? name : `Table ${name}`);

/** Whatever has a table, by table, in their order; those of nobody's table last. */
export function byTable<T extends { table: string }>(all: T[]): [string, T[]][] {
  const order = new Intl.Collator("en", { numeric: true });
  return [...Map.groupBy(all, (t) => t.table)].sort(
    ([a], [b]) => Number(!a) - Number(!b) || order.compare(a, b),
  );
}

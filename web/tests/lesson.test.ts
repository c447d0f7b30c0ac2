import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { clearingOf, cupsSay, quarters, spans } from "@/lib/clearing";
import { pouredBy } from "@/lib/pouring";
import { byTable, nextOf, tableSays, taskSays, waitSays, type RouteTurn } from "@/lib/route";

// Browsers have it; the Node of the tests may be older.
Map.groupBy ??= (items, key) => {
  const by = new Map();
  let n = 0;
  for (const item of items) {
    const k = key(item, n++);
    by.set(k, [...(by.get(k) ?? []), item]);
  }
  return by;
};

type Task = Schemas["RouteTask"];
const at = { begin: "2026-03-02T09:00:00Z", end: "2026-03-02T09:05:00Z", optional: false };
const coat: Task = { does: "coat", surface: "Interior", glaze: "B1", name: "Brine", nth: 2, ...at };
const turn = (over: Partial<RouteTurn>): RouteTurn => ({
  student: "s",
  name: "Ana",
  mark: "O",
  table: "",
  piece: "p",
  tasks: [coat],
  with: [],
  ...over,
});

describe("what somebody does next", () => {
  it("is said in the words of the bench", () => {
    expect(taskSays(coat)).toBe("Interior: B1 Brine, coat 2");
    expect(taskSays({ ...coat, dip: true, optional: true })).toBe(
      "Interior: B1 Brine, dip 2, if there is time",
    );
    expect(taskSays({ does: "edge", surface: "Belly", glaze: "B1", ...at })).toBe(
      "Edge the motifs on belly with B1",
    );
    expect(taskSays({ does: "show", ...at })).toBe("Show the teacher");
  });

  it("names what is waited for, and who is at it", () => {
    expect(waitSays(turn({}))).toBeUndefined();
    expect(waitSays(turn({ waits: "dries" }))).toBe("interior dries");
    expect(waitSays(turn({ waits: "jar", with: ["Bo"] }))).toBe("B1 Brine, after Bo");
    expect(waitSays(turn({ waits: "sink", with: ["Bo", "Cy", "Di", "Ed"] }))).toBe(
      "the sink, after Bo, Cy, Di and others",
    );
    expect(waitSays(turn({ waits: "teacher" }))).toBe("the teacher");
  });

  it("leaves the brush between two coats out", () => {
    expect(nextOf(turn({ tasks: [coat, { does: "change", ...at }, { ...coat, nth: 3 }] }))?.nth).toBe(3);
    expect(nextOf(turn({}))).toBeUndefined();
  });

  it("stands by table, in the order of their numbers, nobody's last", () => {
    const all = ["10", "", "2", "Sink table", "2"].map((table) => ({ table }));
    expect(byTable(all).map(([name, list]) => [name, list.length])).toEqual([
      ["2", 2],
      ["10", 1],
      ["Sink table", 1],
      ["", 1],
    ]);
    expect([tableSays("2"), tableSays("Sink table")]).toEqual(["Table 2", "Sink table"]);
  });
});

const tool = (name: string, over: Partial<Schemas["PutOutTool"]> = {}) => ({
  name,
  count: 1,
  why: "",
  item: `back:${name}`,
  ...over,
});
const close = (back: Schemas["PutOutTool"][], tables: string[]) =>
  ({
    back,
    ask: tables.map((table) => ({ table, item: `half:${table}` })),
    places: tables.map((table) => ({ table, item: `place:${table}` })),
  }) as unknown as Schemas["CloseLesson"];

describe("what comes back", () => {
  const jar = tool("B1 Brine", { glaze: "B1" });
  const brush = tool("Brush 3", { numbers: [3] });
  it("is the room's jars and numbers, and each table's own", () => {
    const v = clearingOf(
      close([jar, brush, tool("Cups", { table: "1" }), tool("Cups", { table: "2" })], ["1", "2", ""]),
    );
    expect(v.jars).toEqual([jar]);
    expect(v.brushes).toEqual([brush]);
    expect(v.tables.map((t) => [t.name, t.tools.length, t.asked.length, t.places.length])).toEqual([
      ["1", 1, 1, 1],
      ["2", 1, 2, 2], // who sits at no table is asked for at the last one: nobody is left out
    ]);
  });

  it("is of one table where nobody said who sits where, whatever a jar is called", () => {
    const odd = tool("T9 Table Mountain", { glaze: "T9" });
    const v = clearingOf(close([odd, tool("Cups"), tool("Table")], [""]));
    expect(v.jars).toEqual([odd]);
    expect(v.tables.map((t) => [t.name, t.tools.length, t.asked.length])).toEqual([["", 2, 1]]);
  });
});

describe("cups", () => {
  it("come back by quarters, of more than two by halves, never more than is out", () => {
    expect(quarters(90, 60)).toEqual([0.25, 0.5, 0.75, 1, 1.25, 1.5]);
    expect(quarters(180, 60)).toEqual([0.5, 1, 1.5, 2, 2.5, 3]);
    expect(quarters(10, 60)).toEqual([]);
    for (let ml = 5; ml < 900; ml += 35)
      for (const q of quarters(ml, 60)) expect(q * 60).toBeLessThanOrEqual(ml + 1e-3);
    expect([0.25, 0.5, 1, 1.75, 3].map(cupsSay)).toEqual(["¼", "½", "1", "1¾", "3"]);
  });

  it("are poured once as they are ticked, and taken back as they are not", () => {
    const g = { cups: 1.5, cupML: 60, pours: true } as Schemas["PutOutGlaze"];
    expect(pouredBy(g, true)).toBe(90);
    expect(pouredBy({ ...g, poured: 90 }, true)).toBeUndefined();
    expect(pouredBy({ ...g, poured: 90 }, false)).toBe(0);
    expect(pouredBy(g, false)).toBeUndefined();
    expect(pouredBy({ ...g, pours: false }, true)).toBeUndefined();
  });

  it("and brushes are counted in spans", () => {
    expect(spans([7, 1, 3, 2, 9])).toBe("1–3, 7, 9");
    expect(spans([])).toBe("");
  });
});

import { createPinia, setActivePinia } from "pinia";
import { beforeEach, describe, expect, it } from "vitest";
import { ref } from "vue";
import type { Tile } from "@/api/client";
import { measures } from "@/lib/measures";
import { useUnits } from "@/lib/useUnits";
import { keyHelp, places, stages } from "@/places";
import { useNaming, type BoxReading } from "@/wall/useNaming";
import type { Mark } from "@/wall/useRack";

beforeEach(() => {
  setActivePinia(createPinia());
  measures.value = { length: "mm", volume: "mL", heat: "C" };
});

describe("lengths", () => {
  it("are said in mm, or by the sixteenths of an inch of a ruler", () => {
    const units = useUnits();
    expect(units.say(6.04)).toBe("6 mm");
    measures.value = { ...measures.value, length: "in" };
    for (const [mm, said] of [
      [0, "0 in"],
      [3.175, "1/8 in"],
      [6, "1/4 in"],
      [25.4, "1 in"],
      [38.1, "1 1/2 in"],
      [30.16, "1 3/16 in"],
    ] as const)
      expect(units.say(mm)).toBe(said);
  });
  it("come back as they were typed, whatever the unit", () => {
    const units = useUnits();
    for (const [unit, finest] of [
      ["mm", 0.3],
      ["in", 0.25],
    ] as const) {
      measures.value = { ...measures.value, length: unit };
      for (const typed of [finest, 1, 3.5, 12]) expect(units.shown(units.kept(typed))).toBe(typed);
    }
  });
});

describe("naming the boxes of a photograph", () => {
  const boxes = ref([1, 2, 3, 4].map((id) => ({ id }) as Mark));
  const tiles = ref([
    {
      code: "F01",
      stack: [
        { glaze: "A", coats: 2 },
        { glaze: "B", coats: 1 },
      ],
    },
  ] as Tile[]);
  const read = boxes.value.map(
    (b) =>
      ({ lab: { l: b.id, a: 0, b: 0 }, scatter: 1, flags: [{ flag: "uneven" }] }) as unknown as BoxReading,
  );

  it("deals codes out in order, each with the coats of its whole stack", () => {
    const n = useNaming(boxes, tiles);
    n.deal(["F01", "X9"], 2, false);
    expect(n.names.value.get(1)).toMatchObject({ code: "F01", coats: 3 });
    expect(n.labels.value.get(2)).toBe("X9 3×");
    expect(n.strange.value).toEqual(["X9"]);
  });
  it("deals strips out by rows, a coat more in each column", () => {
    const n = useNaming(boxes, tiles);
    n.deal(["F01", "X9"], 2, true);
    expect([1, 2, 3, 4].map((id) => n.names.value.get(id)).map((x) => `${x!.code} ${x!.coats}`)).toEqual([
      "F01 1",
      "F01 2",
      "X9 1",
      "X9 2",
    ]);
  });
  it("gathers readings by tile, and tells of a new one where it was fired", () => {
    const n = useNaming(boxes, tiles);
    n.deal(["F01", "X9"], 2, true);
    n.name(3, { stack: "2xC" });
    const all = n.readings(read, "photo", { clay: "FEN", cone: "6" });
    expect(all.map((t) => [t.code, t.readings.length])).toEqual([
      ["F01", 2],
      ["X9", 2],
    ]);
    expect(all[0]).not.toHaveProperty("clay");
    expect(all[1]).toMatchObject({ clay: "FEN", cone: "6", stack: "2xC" });
    expect(all[1]!.readings.map((r) => r.coats)).toEqual([1, 2]);
    expect(all[0]!.readings[0]).toMatchObject({ flags: ["uneven"], source: "photograph", photo: "photo" });
  });
  it("keeps nothing of a box without a name", () => {
    expect(useNaming(boxes, tiles).readings(read, "photo", { clay: "FEN", cone: "6" })).toEqual([]);
  });
});

describe("the places", () => {
  it("stand once each, and no key leads to two of them", () => {
    const paths = places.map((p) => p.path);
    expect(new Set(paths).size).toBe(paths.length);
    const keys = places.flatMap((p) => p.key ?? []);
    expect(new Set(keys).size).toBe(keys.length);
    expect(stages.map((s) => s.name)).toEqual(["Tiles", "Plan", "Bench", "Foot", "Kiln", "Results"]);
  });
  it("are all open to the teacher, but for the page of a tablet", () => {
    expect(places.filter((p) => !p.roles.includes("teacher")).map((p) => p.path)).toEqual(["/station"]);
  });
  it("say their keys once in the help", () => {
    for (const group of keyHelp) expect(new Set(group.keys.map(([k]) => k)).size).toBe(group.keys.length);
    expect(keyHelp.map((g) => g.name)).toContain("Bench");
  });
});

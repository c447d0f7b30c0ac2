import { readFileSync } from "node:fs";
import highsLoader from "highs";
import { describe, expect, it } from "vitest";
import { drawer } from "../scripts/drawer.mjs";
import { fewest as fewestShelves, type Load } from "../scripts/kiln-model.mjs";
import { fewest } from "../scripts/lesson-model.mjs";
import { best, draw } from "../scripts/seats.mjs";

describe("the proven lessons of core/schedule", () => {
  const all = JSON.parse(
    readFileSync(new URL("../../core/schedule/testdata/instances.json", import.meta.url), "utf8"),
  ) as { fewest: number; jobs: { ops: unknown[] }[] }[];
  it("are sixty or more", () => expect(all.length).toBeGreaterThanOrEqual(60));
  // The quickest ones: what takes the solver a minute is left to `npm run lesson-instances`.
  const ops = (i: (typeof all)[number]) => i.jobs.reduce((n, j) => n + j.ops.length, 0);
  const sample = [...all.keys()].sort((a, b) => ops(all[a]!) - ops(all[b]!)).slice(0, 8);
  it.each(sample)(
    "number %i is solved again",
    async (i) => expect(fewest(await highsLoader(), all[i], 60)).toBe(all[i]!.fewest),
    90_000,
  );
});

describe("the solved seatings of core/seats", () => {
  const all = JSON.parse(
    readFileSync(new URL("../../core/seats/testdata/instances.json", import.meta.url), "utf8"),
  ) as { best: unknown; children: unknown; jars: unknown }[];
  it("are drawn and solved again, the first five of them", async () => {
    const highs = await highsLoader();
    const random = drawer(20260309);
    for (const one of all.slice(0, 5)) {
      const { children, jars } = draw(random);
      expect({ children, jars }).toEqual({ children: one.children, jars: one.jars });
      expect(best(highs, { children, jars })).toEqual(one.best);
    }
  }, 60_000);
});

describe("the proven loads of the kiln", () => {
  const { loads } = JSON.parse(
    readFileSync(new URL("../../internal/packed/testdata/levels.json", import.meta.url), "utf8"),
  ) as { loads: (Load & { levels: number })[] };
  it("are forty", () => expect(loads.length).toBe(40));
  const sample = [...loads.keys()]
    .sort((a, b) => loads[a]!.pieces.length - loads[b]!.pieces.length)
    .slice(0, 4);
  it.each(sample)(
    "number %i is solved again",
    async (i) => expect(await fewestShelves(highsLoader, loads[i]!, 60)).toBe(loads[i]!.levels),
    90_000,
  );
});

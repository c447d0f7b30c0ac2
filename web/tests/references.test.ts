import { readFileSync } from "node:fs";
import highsLoader from "highs";
import { describe, expect, it } from "vitest";
import { fewest } from "../scripts/lesson-model.mjs";

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

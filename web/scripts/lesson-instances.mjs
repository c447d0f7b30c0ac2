// Writes core/schedule/testdata/instances.json: small lessons and the fewest weighted finish
// minutes of each, proven by the general-purpose MILP solver `highs`.
// Run with: npm run lesson-instances
import { writeFileSync } from "node:fs";
import highsLoader from "highs";
import { drawer } from "./drawer.mjs";
import { draw, fewest } from "./lesson-model.mjs";

const INSTANCES = 72;
const random = drawer(20260302);
const out = [];
for (let drawn = 1; out.length < INSTANCES; drawn++) {
  const instance = draw(random);
  const highs = await highsLoader(); // a new one each time: its memory does not shrink
  const began = Date.now();
  const best = fewest(highs, instance, 120);
  const strokes = instance.jobs.map((j) => j.ops.length).join("+");
  console.log(
    drawn,
    `${strokes} in ${((Date.now() - began) / 1000).toFixed(1)} s:`,
    best ?? "not proven, left out",
  );
  if (best !== undefined) out.push({ ...instance, fewest: best });
  writeFileSync(
    new URL("../../core/schedule/testdata/instances.json", import.meta.url),
    `[\n${out.map((i) => JSON.stringify(i)).join(",\n")}\n]\n`,
  );
}

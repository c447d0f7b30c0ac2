// Writes internal/packed/testdata/levels.json: small kiln loads and the fewest shelves of each, proven
// by the general-purpose MILP solver `highs`. Run with: npm run kiln-instances
import { writeFileSync } from "node:fs";
import highsLoader from "highs";
import { drawer } from "./drawer.mjs";
import { KILN, draw, fewest } from "./kiln-model.mjs";

const INSTANCES = 40;
const random = drawer(20261128);
const out = [];
for (let drawn = 1; out.length < INSTANCES; drawn++) {
  const instance = draw(random);
  const began = Date.now();
  const levels = await fewest(highsLoader, instance, 120);
  console.log(
    drawn,
    `${instance.pieces.length} pieces in ${((Date.now() - began) / 1000).toFixed(1)} s:`,
    levels ?? "not proven, left out",
  );
  if (levels) out.push({ ...instance, levels });
}
writeFileSync(
  new URL("../../internal/packed/testdata/levels.json", import.meta.url),
  `{"kiln": ${JSON.stringify(KILN)}, "loads": [\n${out.map((i) => JSON.stringify(i)).join(",\n")}\n]}\n`,
);

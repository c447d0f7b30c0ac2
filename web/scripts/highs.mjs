// Writes core/programme/testdata/instances.json: tile programmes of drawn
// graphs and the fewest tiles for each, found by the general-purpose MILP
// solver `highs`. Run with: npm run programme-instances
import { writeFileSync } from "node:fs";
import highsLoader from "highs";
import { drawer } from "./drawer.mjs";

const COLUMNS = 3;
const ROWS = 3;
const INSTANCES = 40;

function draw(random) {
  const bases = 2 + Math.floor(random() * 6);
  const tops = 2 + Math.floor(random() * 6);
  const density = 0.2 + 0.5 * random();
  const pairs = [];
  for (let b = 0; b < bases; b++) for (let t = 0; t < tops; t++) if (random() < density) pairs.push([b, t]);
  return { bases, tops, pairs: pairs.slice(0, 18) };
}

/** The covering problem with `most` tiles to choose from, in the LP format of CPLEX. */
function model({ bases, tops, pairs }, most) {
  const names = [];
  const lines = [];
  const binary = (name) => (names.push(name), name);
  for (let k = 0; k < most; k++) {
    binary(`y${k}`);
    for (let b = 0; b < bases; b++) binary(`u${b}_${k}`);
    for (let t = 0; t < tops; t++) binary(`v${t}_${k}`);
    const sum = (letter, n) => Array.from({ length: n }, (_, i) => `${letter}${i}_${k}`).join(" + ");
    lines.push(`${sum("u", bases)} - ${COLUMNS} y${k} <= 0`);
    lines.push(`${sum("v", tops)} - ${ROWS} y${k} <= 0`);
    if (k > 0) lines.push(`y${k} - y${k - 1} <= 0`);
  }
  pairs.forEach(([b, t], e) => {
    const terms = [];
    for (let k = 0; k < most; k++) {
      binary(`x${e}_${k}`);
      lines.push(`x${e}_${k} - u${b}_${k} <= 0`);
      lines.push(`x${e}_${k} - v${t}_${k} <= 0`);
      terms.push(`x${e}_${k}`);
    }
    lines.push(`${terms.join(" + ")} >= 1`);
  });
  const goal = Array.from({ length: most }, (_, k) => `y${k}`).join(" + ");
  return `Minimize\n obj: ${goal}\nSubject To\n${lines.map((l, i) => ` c${i}: ${l}`).join("\n")}\nBinary\n ${names.join(" ")}\nEnd`;
}

const highs = await highsLoader();
const random = drawer(20260302);
const out = [];
while (out.length < INSTANCES) {
  const instance = draw(random);
  if (instance.pairs.length < 4) continue;
  const most = Math.ceil(instance.pairs.length / 2);
  const solved = highs.solve(model(instance, Math.min(most, 6)), { time_limit: 60 });
  if (solved.Status !== "Optimal") {
    console.log("left out:", solved.Status, JSON.stringify(instance));
    continue;
  }
  out.push({ ...instance, fewest: Math.round(solved.ObjectiveValue) });
  console.log(out.length, instance.pairs.length, "pairs:", out.at(-1).fewest);
}
writeFileSync(
  new URL("../../core/programme/testdata/instances.json", import.meta.url),
  `[\n${out.map((i) => JSON.stringify(i)).join(",\n")}\n]\n`,
);

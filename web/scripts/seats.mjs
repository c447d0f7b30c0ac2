// Writes core/seats/testdata/instances.json: classes of 20 to 36 children with up to three
// choices of jars each, and the best seating by the order of core/seats: each level is the
// most that a MILP solver (highs) finds while the levels before it are kept.
// Run with: npm run seats-instances
import { writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import highsLoader from "highs";
import { drawer } from "./drawer.mjs";

const INSTANCES = 40;
export const levels = ["seated", "first", "second", "third", "lost", "stay"];

export function draw(random) {
  const upTo = (low, high) => low + Math.floor(random() * (high - low + 1));
  const jars = Array.from({ length: upTo(5, 12) }, (_, j) => ({ glaze: `J${j}`, seats: upTo(1, 5) }));
  const popular = () => jars[Math.floor(jars.length * random() ** 2)].glaze; // half the class wants one jar
  const children = Array.from({ length: upTo(20, 36) }, (_, i) => {
    const choices = new Set();
    for (let n = upTo(1, 3), tries = 0; choices.size < n && tries < 30; tries++) choices.add(popular());
    return {
      id: String(i),
      choices: [...choices],
      lost: random() < 0.25,
      before: random() < 0.6 ? popular() : "",
    };
  });
  return { children, jars };
}

/** What a child at one of its choices adds to each level. */
function adds(child, rank) {
  return {
    seated: 1,
    first: Number(rank === 0),
    second: Number(rank === 1),
    third: Number(rank === 2),
    lost: child.lost ? 3 - rank : 0,
    stay: Number(child.before !== "" && child.before === child.choices[rank]),
  };
}

export function best(highs, { children, jars }) {
  const seats = children.flatMap((c, i) =>
    c.choices.map((glaze, rank) => ({ name: `x${i}_${rank}`, i, glaze, adds: adds(c, rank) })),
  );
  const sum = (list) => list.map((s) => s.name).join(" + ");
  const level = (key) =>
    seats
      .filter((s) => s.adds[key])
      .map((s) => `${s.adds[key]} ${s.name}`)
      .join(" + ") || `0 ${seats[0].name}`;
  const rows = [
    ...children.map((_, i) => `${sum(seats.filter((s) => s.i === i))} <= 1`),
    ...jars
      .map((j) => ({ j, at: seats.filter((s) => s.glaze === j.glaze) }))
      .filter(({ at }) => at.length)
      .map(({ j, at }) => `${sum(at)} <= ${j.seats}`),
  ];
  const found = {};
  for (const key of levels) {
    const lp = `Maximize\n obj: ${level(key)}\nSubject To\n${rows.map((r, i) => ` c${i}: ${r}`).join("\n")}\nBinary\n ${seats.map((s) => s.name).join("\n ")}\nEnd`;
    const solved = highs.solve(lp, { mip_rel_gap: 0 });
    if (solved.Status !== "Optimal") throw new Error(solved.Status);
    found[key] = Math.round(solved.ObjectiveValue);
    rows.push(`${level(key)} >= ${found[key]}`);
  }
  return found;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const random = drawer(20260309);
  const highs = await highsLoader();
  const out = [];
  while (out.length < INSTANCES) {
    const instance = draw(random);
    out.push({ ...instance, best: best(highs, instance) });
    console.log(out.length, JSON.stringify(out.at(-1).best));
  }
  writeFileSync(
    new URL("../../core/seats/testdata/instances.json", import.meta.url),
    `[\n${out.map((i) => JSON.stringify(i)).join(",\n")}\n]\n`,
  );
}

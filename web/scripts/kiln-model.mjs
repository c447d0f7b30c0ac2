// Small kiln loads of blocks, and the fewest shelves that hold all of one, proven by the general-purpose
// MILP solver `highs`: places as big-M disjunctions, quarter turns, posts from what exists.

/** A rectangular kiln whose posts stand beside where pieces may stand; lengths in mm. */
export const KILN = {
  wide: 486, // of the room on a shelf and one gap
  deep: 386,
  gap: 6,
  above: 12,
  thick: 16,
  floor: 25,
  lid: 25,
  posts: [60, 110, 160],
};

/** Heights that one or two posts make. */
const HIGHS = [
  ...new Set(KILN.posts.flatMap((a, i) => [a, ...KILN.posts.slice(0, i + 1).map((b) => a + b)])),
].sort((a, b) => a - b);

const between = (random, low, high) => low + Math.floor(random() * (high - low + 1));

/** Blocks of a load that wants some shelves. */
export function draw(random) {
  const n = between(random, 7, 12);
  const pieces = Array.from({ length: n }, () => ({
    long: between(random, 110, 330),
    wide: between(random, 90, 220),
    tall: between(random, 20, 150),
  }));
  return { tall: between(random, 380, 760), pieces };
}

/** Whether all of a load stands on so many shelves; undefined where the solver did not say. */
function holds(highs, { tall, pieces }, levels, seconds) {
  const { wide, deep, gap, above } = KILN;
  const lines = [];
  const binaries = [];
  const bounds = [];
  const binary = (name) => (binaries.push(name), name);
  const add = (text) => lines.push(text);
  const on = (i, k) => `l${i}_${k}`;
  pieces.forEach((p, i) => {
    const [a, b] = [p.long + gap, p.wide + gap];
    binary(`r${i}`);
    for (let k = 0; k < levels; k++) binary(on(i, k));
    add(Array.from({ length: levels }, (_, k) => on(i, k)).join(" + ") + " = 1");
    // a + (b - a) r is its length along x.
    add(`x${i} + ${b - a} r${i} <= ${wide - a}`);
    add(`y${i} + ${a - b} r${i} <= ${deep - b}`);
    bounds.push(`0 <= x${i} <= ${wide}`, `0 <= y${i} <= ${deep}`);
  });
  for (let i = 0; i < pieces.length; i++)
    for (let j = i + 1; j < pieces.length; j++) {
      const sides = ["e", "w", "n", "s"].map((d) => binary(`${d}${i}_${j}`));
      for (let k = 0; k < levels; k++) add(`${sides.join(" + ")} - ${on(i, k)} - ${on(j, k)} >= -1`);
      const beside = (one, other, axis, most, side) => {
        const [a, b] = [pieces[one].long + gap, pieces[one].wide + gap];
        const [size, more] = axis === "x" ? [a, b - a] : [b, a - b];
        add(`${axis}${one} + ${more} r${one} - ${axis}${other} + ${most} ${side} <= ${most - size}`);
      };
      beside(i, j, "x", wide, sides[0]);
      beside(j, i, "x", wide, sides[1]);
      beside(i, j, "y", deep, sides[2]);
      beside(j, i, "y", deep, sides[3]);
    }
  // Posts below the top one, the highest first; what stands on top has what is left.
  const stack = [];
  for (let k = 0; k < levels - 1; k++) {
    const z = HIGHS.map((_, p) => binary(`z${k}_${p}`));
    add(z.join(" + ") + " = 1");
    const high = HIGHS.map((h, p) => `${h} ${z[p]}`).join(" + ");
    pieces.forEach((p, i) => add(`${high} - ${p.tall + above} ${on(i, k)} >= 0`));
    stack.push(high);
    if (k > 0)
      add(
        `${HIGHS.map((h, p) => `${h} z${k - 1}_${p}`).join(" + ")} ${HIGHS.map((h, p) => `- ${h} z${k}_${p}`).join(" ")} >= 0`,
      );
  }
  pieces.forEach((p, i) =>
    add(
      `${[...stack, `${p.tall} ${on(i, levels - 1)}`].join(" + ")} <= ${tall - KILN.floor - KILN.lid - levels * KILN.thick}`,
    ),
  );
  const text = `Minimize\n obj: x0\nSubject To\n${lines.map((l, i) => ` c${i}: ${l}`).join("\n")}\nBounds\n ${bounds.join("\n ")}\nBinary\n ${binaries.join(" ")}\nEnd`;
  const status = highs.solve(text, { time_limit: seconds, mip_rel_gap: 1 }).Status;
  return status === "Optimal" ? true : status === "Infeasible" ? false : undefined;
}

/**
 * The fewest shelves that hold all of a load; 0 where none do, undefined where that was not proven.
 * @param {(() => Promise<import("highs").Highs>)} load a solver for each question
 */
export async function fewest(load, instance, seconds) {
  const area = instance.pieces.reduce((sum, p) => sum + (p.long + KILN.gap) * (p.wide + KILN.gap), 0);
  const least = Math.max(1, Math.ceil(area / (KILN.wide * KILN.deep)));
  for (let levels = least; levels <= 6; levels++) {
    const held = holds(await load(), instance, levels, seconds);
    if (held === undefined) return undefined;
    if (held) return levels;
  }
  return 0;
}

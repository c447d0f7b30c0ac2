// A lesson as a mixed-integer programme, minute by minute: who does which stroke when. It
// shares no code with core/schedule, and nothing of how that searches.

/**
 * Draws a lesson of 2 to 4 students, each with one piece of up to 6 strokes and a look by the
 * teacher at its end. Jars have one seat or two, the sink has one, the teacher is one.
 */
export function draw(random) {
  const upTo = (low, high) => low + Math.floor(random() * (high - low + 1));
  const glazes = upTo(2, 4);
  const change = upTo(0, 2);
  const shared = [
    { name: "sink", room: 1 },
    { name: "teacher", room: 1 },
    ...Array.from({ length: glazes }, (_, g) => ({ name: `jar ${g + 1}`, room: random() < 0.6 ? 1 : 2 })),
  ];
  const jobs = Array.from({ length: upTo(2, 4) }, (_, hand) => {
    const ops = [];
    const strokes = upTo(2, 6);
    const cleaned = random() < 0.3;
    if (cleaned) ops.push({ ticks: upTo(1, 2), glaze: 0, uses: 1, after: [] });
    let left = strokes;
    while (left > 0) {
      const coats = Math.min(left, upTo(1, 3));
      let glaze = upTo(1, glazes);
      for (let n = 0; n < coats; n++) {
        if (n > 0 && random() < 0.25) glaze = upTo(1, glazes); // a layer over another
        const after =
          n > 0 ? [{ op: ops.length - 1, ticks: upTo(1, 5) }] : cleaned ? [{ op: 0, ticks: upTo(0, 3) }] : [];
        ops.push({ ticks: upTo(1, 4), glaze, uses: 2 + glaze, after });
      }
      left -= coats;
    }
    const dries = ops.map((_, op) => ({ op, ticks: 1 })).filter(({ op }) => ops[op].glaze > 0);
    ops.push({ ticks: 1, glaze: 0, uses: 2, after: dries });
    return { hand, weight: upTo(1, 3), ops };
  });
  return { change, changeUses: change && random() < 0.7 ? 1 : 0, shared, jobs };
}

/** How long it takes if one student works after the other: a horizon within which an optimum lies. */
export function horizon({ change, jobs }) {
  const alone = jobs.map(({ ops }) => {
    let t = 0;
    const ends = [];
    for (const op of ops) {
      t = Math.max(t + change, ...op.after.map((a) => ends[a.op] + a.ticks)) + op.ticks;
      ends.push(t);
    }
    return t;
  });
  // Hardly anybody waits for everybody: half of the others' time is room enough, and where it
  // is not, the programme has no solution and is left out.
  return Math.ceil(Math.max(...alone) + alone.reduce((a, b) => a + b, 0) / 4);
}

/** The programme in the LP format of CPLEX. */
export function model(instance) {
  const { change, changeUses, shared, jobs } = instance;
  const T = horizon(instance);
  const rows = [];
  const binary = [];
  const x = (j, o, t) => `x${j}_${o}_${t}`;
  const s = (j, g, t) => `s${j}_${g}_${t}`;
  const w = (j, t) => `w${j}_${t}`;
  const sum = (terms) => terms.join(" + ");
  const minutes = (from, to) => Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);
  /** The starts by which an operation goes on at a minute. */
  const running = (j, o, t) =>
    minutes(Math.max(0, t - jobs[j].ops[o].ticks + 1), Math.min(t, T - jobs[j].ops[o].ticks)).map((at) =>
      x(j, o, at),
    );
  const washing = (j, t) =>
    change ? minutes(Math.max(0, t - change + 1), Math.min(t, T - change)).map((at) => w(j, at)) : [];

  jobs.forEach(({ ops }, j) => {
    const glazes = [...new Set(ops.map((o) => o.glaze))].filter(Boolean);
    ops.forEach((op, o) => {
      const starts = minutes(0, T - op.ticks);
      starts.forEach((t) => binary.push(x(j, o, t)));
      rows.push(`${sum(starts.map((t) => x(j, o, t)))} = 1`);
      rows.push(`C${j} - ${starts.map((t) => `${t + op.ticks} ${x(j, o, t)}`).join(" - ")} >= 0`);
      for (const { op: before, ticks } of op.after) {
        const first = ops[before].ticks + ticks;
        for (const t of starts) {
          const begun = minutes(0, t).map((at) => x(j, o, at));
          const done = minutes(0, Math.min(t - first, T - ops[before].ticks)).map((at) => x(j, before, at));
          rows.push(`${sum(begun)}${done.map((d) => ` - ${d}`).join("")} <= 0`);
        }
      }
    });
    if (change) minutes(0, T - change).forEach((t) => binary.push(w(j, t)));
    glazes.forEach((g) => minutes(0, T - 1).forEach((t) => binary.push(s(j, g, t))));
    for (const t of minutes(0, T - 1)) {
      const busy = [...ops.flatMap((_, o) => running(j, o, t)), ...washing(j, t)];
      if (busy.length > 1) rows.push(`${sum(busy)} <= 1`);
      const held = [...glazes.map((g) => s(j, g, t)), ...washing(j, t)];
      rows.push(`${sum(held)} <= 1`);
      for (const g of glazes) {
        const laid = ops.flatMap((op, o) => (op.glaze === g ? running(j, o, t) : []));
        if (laid.length) rows.push(`${sum(laid)} - ${s(j, g, t)} <= 0`);
        if (t > 0 && change)
          rows.push(`${s(j, g, t)} - ${s(j, g, t - 1)}${t >= change ? ` - ${w(j, t - change)}` : ""} <= 0`);
      }
    }
  });
  for (const t of minutes(0, T - 1)) {
    shared.forEach(({ room }, r) => {
      const using = jobs.flatMap(({ ops }, j) => [
        ...ops.flatMap((op, o) => (op.uses === r + 1 ? running(j, o, t) : [])),
        ...(changeUses === r + 1 ? washing(j, t) : []),
      ]);
      if (using.length > room) rows.push(`${sum(using)} <= ${room}`);
    });
  }
  const goal = jobs.map(({ weight }, j) => `${weight} C${j}`).join(" + ");
  return `Minimize\n obj: ${goal}\nSubject To\n${rows.map((l, i) => ` c${i}: ${l}`).join("\n")}\nBinary\n ${binary.join("\n ")}\nEnd`;
}

/** The fewest weighted minutes, proven; undefined where they are not proven in time. */
export function fewest(highs, instance, seconds) {
  const solved = highs.solve(model(instance), { time_limit: seconds, mip_rel_gap: 0, mip_abs_gap: 0.5 });
  return solved.Status === "Optimal" ? Math.round(solved.ObjectiveValue) : undefined;
}

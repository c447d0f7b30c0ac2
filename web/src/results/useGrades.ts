import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { inTurn } from "@/lib/inTurn";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { attempt, say } from "@/ui/messages";

export type GradeRow = Schemas["GradeRow"];
export type Given = Schemas["GradeGiven"];
export type What = Given["what"];
export type Stand = NonNullable<Given["stand"]>;

export const stands: { stand: Stand; key: string; name: string }[] = [
  { stand: "late", key: "l", name: "Late" },
  { stand: "missing", key: "n", name: "Missing" },
  { stand: "absent", key: "a", name: "Absent" },
];

/** The grades of an assignment: proposed by the record, given by the teacher. */
export function useGrades(assignment: () => string, what: () => What) {
  const changed = useChanged();
  const query = useAsk(
    computed(() => ({ ...queries.grades(assignment(), what()), enabled: !!assignment() })),
  );
  const rows = computed(() => query.data.value?.rows ?? []);
  const at = ref(0);
  watch(rows, (now) => (at.value = Math.max(0, Math.min(at.value, now.length - 1))));
  const row = computed(() => rows.value[at.value]);
  const scale = computed(() => query.data.value?.rubric.scale ?? { least: 1, best: 4, step: 1 });
  const weighed = computed(() => (query.data.value?.rubric.lines ?? []).filter((l) => l.weight > 0));
  /** Rows that have a proposal and no grade. */
  const proposed = computed(() =>
    rows.value.filter((r) => r.proposed !== undefined && r.given?.value === undefined),
  );

  const step = (by: number) => (at.value = Math.max(0, Math.min(at.value + by, rows.value.length - 1)));
  async function give(all: Given[]) {
    const done = await attempt(answer(api.POST("/grades", { body: all })).then(() => true));
    if (done) await changed("grade");
    return done;
  }
  const pointsOf = (r: GradeRow) => Object.fromEntries(r.lines.map((l) => [l.line, l.points]));
  const kept = (r: GradeRow): Given => ({
    piece: r.piece,
    what: what(),
    stand: r.given?.stand,
    note: r.given?.note,
  });
  async function take(r = row.value) {
    if (r?.proposed === undefined) return;
    const stand = r.given?.stand ?? (r.stand as Stand | undefined);
    if (await give([{ ...kept(r), points: pointsOf(r), stand }])) step(1);
  }
  async function takeAll() {
    const all = proposed.value;
    const done = await give(
      all.map((r) => ({ ...kept(r), points: pointsOf(r), stand: r.stand as Stand | undefined })),
    );
    if (done) say(`${all.length} grades given, as proposed.`);
  }
  const set = (r: GradeRow, value: number) => give([{ ...kept(r), value, points: r.given?.points }]);
  /** A line of the rubric decided otherwise; the grade follows. */
  const decide = (r: GradeRow, line: string, points: number) =>
    give([{ ...kept(r), points: { ...pointsOf(r), ...r.given?.points, [line]: points } }]);
  const press = inTurn();
  const nudge = (by: number) => {
    const { piece } = row.value ?? {};
    return press(() =>
      nudged(
        by,
        rows.value.find((r) => r.piece === piece),
      ),
    );
  };
  function nudged(by: number, r: GradeRow | undefined) {
    if (!r?.may) return;
    const { least, best, step: width } = scale.value;
    const up = Math.sign(best - least) * width * by;
    const from = r.given?.value ?? r.proposed ?? (by > 0 ? least - up : best - up);
    const [low, high] = [Math.min(least, best), Math.max(least, best)];
    return set(r, Math.round(Math.max(low, Math.min(high, from + up)) * 1e6) / 1e6);
  }
  function stand(one: Stand, r = row.value) {
    if (!r) return;
    void give([
      {
        ...r.given,
        ...kept(r),
        value: r.given?.value,
        points: r.given?.points,
        stand: r.given?.stand === one ? undefined : one,
      },
    ]);
  }
  const note = (r: GradeRow, text: string) =>
    give([{ ...kept(r), value: r.given?.value, points: r.given?.points, note: text.trim() || undefined }]);
  const drop = (r = row.value) => r?.given && give([{ piece: r.piece, what: what() }]);
  return {
    query,
    rows,
    at,
    row,
    scale,
    weighed,
    proposed,
    step,
    take,
    takeAll,
    set,
    decide,
    nudge,
    stand,
    note,
    drop,
  };
}

import { computed, ref, type Ref } from "vue";
import type { Standing } from "@/kiln/shapes";
import type { useLoadPlan } from "@/kiln/useLoadPlan";
import { say } from "@/ui/messages";
import type { Keys } from "@/ui/useKeys";

const STEP = 5;
const TURN = Math.PI / 12;

/**
 * What hands do to a plan: the chosen piece is moved by steps, turned, slid, locked, taken out and
 * swapped; each by a key and by a button.
 */
export function useByHand(
  load: ReturnType<typeof useLoadPlan>,
  level: Ref<number>,
  chosen: Ref<string>,
  may: Ref<boolean>,
) {
  const here = computed(() => load.plan.value?.levels[level.value]?.pieces ?? []);
  const piece = computed<Standing | undefined>(() =>
    load.plan.value?.levels.flatMap((l) => l.pieces).find((p) => p.piece === chosen.value),
  );
  const onLevel = computed(() => here.value.some((p) => p.piece === chosen.value));
  /** The first of two that are to change places. */
  const first = ref("");
  /** Steps come one after the other, each on what the one before made. */
  let last: Promise<unknown> = Promise.resolve();
  const inTurn = (what: () => Promise<unknown>) => (last = last.then(what));

  const move = (dx: number, dy: number, turn: number) =>
    inTurn(async () => {
      const p = piece.value;
      if (!p || !may.value || !onLevel.value) return;
      const to = { x: p.x + dx, y: p.y + dy, turn: p.turn + turn };
      await load.act({ act: "move", piece: p.piece, level: level.value, ...to });
    });
  const slide = () =>
    inTurn(async () => {
      const p = piece.value;
      if (p && may.value && onLevel.value)
        await load.act({ act: "drop", piece: p.piece, level: level.value, x: p.x, y: p.y, turn: p.turn });
    });
  const lock = () =>
    inTurn(async () => {
      const p = piece.value;
      if (p && may.value) await load.act({ act: p.locked ? "release" : "hold", piece: p.piece });
    });
  const takeOut = () =>
    inTurn(async () => {
      const p = piece.value;
      if (!p || !may.value) return;
      if (await load.act({ act: "out", piece: p.piece })) chosen.value = "";
    });
  const put = (out: string, on = level.value) =>
    inTurn(async () => {
      if (!(await load.act({ act: "drop", piece: out, level: on }))) return;
      level.value = on;
      chosen.value = out;
    });
  const swap = () =>
    inTurn(async () => {
      if (!piece.value || !may.value) return;
      if (!first.value || first.value === chosen.value) {
        first.value = first.value ? "" : chosen.value;
        return;
      }
      await load.act({ act: "swap", piece: first.value, other: chosen.value });
      first.value = "";
    });
  const again = () =>
    inTurn(async () => {
      if (may.value && (await load.act({ act: "again" }))) say("The rest is planned again.");
    });
  const tick = () =>
    inTurn(async () => {
      const p = piece.value;
      if (p) await load.tick(p.piece, !p.in, p.seq);
    });
  const next = (by: number) => {
    const list = here.value;
    if (!list.length) return;
    const at = list.findIndex((p) => p.piece === chosen.value);
    chosen.value = list[(at < 0 ? (by > 0 ? 0 : -1) : at + by + list.length) % list.length]!.piece;
  };
  const climb = (by: number) => {
    const levels = load.plan.value?.levels.length ?? 0;
    level.value = Math.min(Math.max(level.value + by, 0), Math.max(0, levels - 1));
  };
  const far = (e: KeyboardEvent) => (e.shiftKey ? 1 : STEP);
  const keys: Keys = {
    ArrowLeft: (e) => move(-far(e), 0, 0),
    ArrowRight: (e) => move(far(e), 0, 0),
    ArrowUp: (e) => move(0, far(e), 0),
    ArrowDown: (e) => move(0, -far(e), 0),
    ",": () => move(0, 0, TURN),
    ".": () => move(0, 0, -TURN),
    "<": () => move(0, 0, TURN / 5),
    ">": () => move(0, 0, -TURN / 5),
    g: slide,
    k: lock,
    o: takeOut,
    x: swap,
    r: again,
    i: tick,
    "]": () => next(1),
    "[": () => next(-1),
    PageUp: () => climb(1),
    PageDown: () => climb(-1),
  };
  return { piece, onLevel, first, move, slide, lock, takeOut, put, swap, again, tick, keys };
}
export type ByHand = ReturnType<typeof useByHand>;

import { computed, ref, type Ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import { nextCoat, type Board } from "@/bench/useBoard";
import { once } from "@/lib/stroke";
import type { NewEvent } from "@/lib/usePieces";

/** A surface of a piece that nobody has planned yet takes a coat of any jar. */
const unplanned = (p: Piece, s: SurfaceState) => p.revision === 0 && !s.stands;
const takes = (p: Piece, s: SurfaceState) => s.left.length > 0 || unplanned(p, s);

/** Columns coated as a whole: who gets the next coat on each, and who is left out. */
export function useColumn(boards: Ref<Board[]>) {
  const column = ref<{ board: string; surfaces: string[]; out: Set<string> }>();
  const surfacesOf = (p: Piece) =>
    p.surfaces.filter((s) => column.value?.surfaces.includes(s.id) && takes(p, s));
  const rows = computed(() => {
    const board = boards.value.find((b) => b.id === column.value?.board);
    return (board?.rows ?? []).filter((p) => surfacesOf(p).length > 0);
  });
  const chosen = computed(() => rows.value.filter((p) => !column.value?.out.has(p.id)));
  /** The first chosen piece without a plan: its jar has to be asked for. */
  const needsJar = computed(() => {
    for (const piece of chosen.value) {
      const surface = surfacesOf(piece).find((s) => !s.left.length);
      if (surface) return { piece, surface };
    }
    return undefined;
  });
  const count = computed(() => chosen.value.reduce((n, p) => n + surfacesOf(p).length, 0));

  const holds = (p: Piece, surface?: string) =>
    rows.value.some((r) => r.id === p.id) && (!surface || surfacesOf(p).some((s) => s.id === surface));
  /**
   * Takes a column in, or out again. Where some have a plan, the ones without
   * start left out: their jar would have to be asked for. With `none` everybody
   * starts left out, to be picked one by one.
   */
  function start(board: string, surface: string, none = false) {
    const now = column.value;
    if (now?.board === board) {
      now.surfaces = now.surfaces.includes(surface)
        ? now.surfaces.filter((s) => s !== surface)
        : [...now.surfaces, surface];
      if (!now.surfaces.length) stop();
      return;
    }
    column.value = { board, surfaces: [surface], out: new Set() };
    const planned = (p: Piece) => surfacesOf(p).some((s) => s.left.length > 0);
    if (none) column.value.out = new Set(rows.value.map((p) => p.id));
    else if (rows.value.some(planned))
      column.value.out = new Set(rows.value.filter((p) => !planned(p)).map((p) => p.id));
  }
  function stop() {
    column.value = undefined;
  }
  function except(piece?: Piece) {
    const out = column.value?.out;
    if (!piece || !out || !holds(piece)) return;
    if (!out.delete(piece.id)) out.add(piece.id);
  }
  /** One coat on every column for everyone chosen: the next planned stroke, or the named jar where nothing is planned. */
  function coats(jar?: string): NewEvent[] {
    return chosen.value.flatMap((p) =>
      once(
        surfacesOf(p).flatMap(
          (s) =>
            nextCoat(p, s) ?? (jar ? { kind: "coat" as const, piece: p.id, surface: s.id, glaze: jar } : []),
        ),
      ),
    );
  }
  return { column, rows, chosen, count, needsJar, holds, start, stop, except, coats };
}

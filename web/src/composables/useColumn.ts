import { computed, ref, type Ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import { nextCoat, type Board } from "./useBoard";
import type { NewEvent } from "./usePieces";

/** A surface of a piece that nobody has planned yet takes a coat of any jar. */
const unplanned = (p: Piece, s: SurfaceState) => p.revision === 0 && !s.stands;

/** A column coated as a whole: who gets the next coat, and who is left out. */
export function useColumn(boards: Ref<Board[]>) {
  const column = ref<{ board: string; surface: string; out: Set<string> }>();
  const surfaceOf = (p: Piece) => p.surfaces.find((s) => s.id === column.value?.surface);
  const rows = computed(() => {
    const board = boards.value.find((b) => b.id === column.value?.board);
    return (board?.rows ?? []).filter((p) => {
      const s = surfaceOf(p);
      return s && (s.left.length > 0 || unplanned(p, s));
    });
  });
  const chosen = computed(() => rows.value.filter((p) => !column.value?.out.has(p.id)));
  /** The first chosen piece without a plan: its jar has to be asked for. */
  const needsJar = computed(() => {
    const piece = chosen.value.find((p) => !surfaceOf(p)?.left.length);
    const surface = piece && surfaceOf(piece);
    return piece && surface ? { piece, surface } : undefined;
  });

  const holds = (p: Piece) => rows.value.some((r) => r.id === p.id);
  /** Where some have a plan, the ones without start left out: their jar would have to be asked for. */
  function start(board: string, surface: string) {
    column.value = { board, surface, out: new Set() };
    const planned = (p: Piece) => (surfaceOf(p)?.left.length ?? 0) > 0;
    if (rows.value.some(planned)) {
      column.value.out = new Set(rows.value.filter((p) => !planned(p)).map((p) => p.id));
    }
  }
  function stop() {
    column.value = undefined;
  }
  function except(piece?: Piece) {
    const out = column.value?.out;
    if (!piece || !out || !holds(piece)) return;
    if (!out.delete(piece.id)) out.add(piece.id);
  }
  /** One coat for everyone chosen: the next planned stroke, or the named jar where nothing is planned. */
  function coats(jar?: string): NewEvent[] {
    return chosen.value.flatMap((p) => {
      const s = surfaceOf(p);
      if (!s) return [];
      return nextCoat(p, s) ?? (jar ? { kind: "coat" as const, piece: p.id, surface: s.id, glaze: jar } : []);
    });
  }
  return { column, rows, chosen, needsJar, holds, start, stop, except, coats };
}

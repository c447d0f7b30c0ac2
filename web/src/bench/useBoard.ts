import { computed, ref, watch, type Ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import { coatOf } from "@/lib/stroke";
import type { NewEvent } from "@/lib/usePieces";

/** One assignment of a class as a board: a row a piece, a column a surface. */
export interface Board {
  id: string;
  title: string;
  columns: { id: string; name: string }[];
  rows: Piece[];
}

/** Boards from the pieces of a class; contact surfaces stay off them unless something is on them. */
export function useBoards(pieces: Ref<Piece[]>) {
  return computed<Board[]>(() => {
    const boards = new Map<string, Board>();
    /** All surfaces of a board in the order of its pieces, and which of them have a column. */
    const orders = new Map<string, { all: { id: string; name: string }[]; wanted: Set<string> }>();
    for (const p of pieces.value) {
      let board = boards.get(p.assignment);
      if (!board) {
        boards.set(p.assignment, (board = { id: p.assignment, title: p.title, columns: [], rows: [] }));
        orders.set(p.assignment, { all: [], wanted: new Set() });
      }
      board.rows.push(p);
      const { all, wanted } = orders.get(p.assignment)!;
      let after = -1; // where the surface before this one of the piece stands
      for (const s of p.surfaces) {
        const at = all.findIndex((c) => c.id === s.id);
        if (at < 0) all.splice(++after, 0, { id: s.id, name: s.name });
        else after = at;
        if (!s.stands || s.on.length > 0 || s.stack.length > 0 || s.resist || s.keeps) wanted.add(s.id);
      }
    }
    for (const b of boards.values()) {
      const { all, wanted } = orders.get(b.id)!;
      b.columns = all.filter((c) => wanted.has(c.id));
    }
    return [...boards.values()];
  });
}

/** Where the cursor stands on the boards, and how it moves. */
export function useCursor(boards: Ref<Board[]>) {
  const at = ref({ board: 0, row: 0, column: 0 });
  const board = computed(() => boards.value[at.value.board]);
  const piece = computed(() => board.value?.rows[at.value.row]);
  const surface = computed<SurfaceState | undefined>(() => {
    const id = board.value?.columns[at.value.column]?.id;
    return piece.value?.surfaces.find((s) => s.id === id);
  });
  watch(boards, () => clamp());

  function clamp() {
    const b = Math.min(at.value.board, Math.max(0, boards.value.length - 1));
    const here = boards.value[b];
    at.value = {
      board: b,
      row: Math.max(0, Math.min(at.value.row, (here?.rows.length ?? 1) - 1)),
      column: Math.max(0, Math.min(at.value.column, (here?.columns.length ?? 1) - 1)),
    };
  }
  /** Down from the last row goes on to the next board. */
  function move(rows: number, columns: number) {
    const next = { ...at.value, row: at.value.row + rows, column: at.value.column + columns };
    const here = boards.value[at.value.board];
    if (here && next.row >= here.rows.length && at.value.board < boards.value.length - 1) {
      next.board++;
      next.row = 0;
    } else if (next.row < 0 && at.value.board > 0) {
      next.board--;
      next.row = (boards.value[next.board]?.rows.length ?? 1) - 1;
    }
    at.value = next;
    clamp();
  }
  return { at, board, piece, surface, move };
}

/** The coat that a tap on a surface means: the next planned stroke, else none. */
export function nextCoat(piece: Piece, surface: SurfaceState): NewEvent | undefined {
  const stroke = surface.left[0];
  return stroke && coatOf(piece.id, surface.id, stroke);
}

import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";

export type PatchKind = Schemas["Card"]["kind"];

/** A rectangle on the photograph, in its pixels: a patch of a card, or a part of a tile. */
export interface Mark {
  id: number;
  kind: PatchKind | "tile";
  x: number;
  y: number;
  w: number;
  h: number;
}

/** A grid of boxes between four corners: top left, top right, bottom left, bottom right. */
export interface Grid {
  corners: { x: number; y: number }[];
  columns: number;
  rows: number;
}

/** How much of a cell its box takes: well inside the edges of the tile. */
const inside = 0.56;

/** The marks on a photograph of a rack, and how they are moved. */
export function useRack() {
  const marks = ref<Mark[]>([]);
  const grid = ref<Grid>();
  const chosen = ref<number>();
  let last = 0;

  const cards = computed(() => marks.value.filter((m) => m.kind !== "tile"));
  const boxes = computed(() => [...gridBoxes(grid.value), ...marks.value.filter((m) => m.kind === "tile")]);

  function add(kind: Mark["kind"], x: number, y: number, w: number, h: number) {
    marks.value.push({ id: ++last, kind, x, y, w, h });
    chosen.value = last;
  }
  function remove(id?: number) {
    marks.value = marks.value.filter((m) => m.id !== id);
    chosen.value = undefined;
  }
  function move(id: number, dx: number, dy: number) {
    const m = marks.value.find((m) => m.id === id);
    if (m) Object.assign(m, { x: m.x + dx, y: m.y + dy });
  }
  function resize(id: number, dw: number, dh: number) {
    const m = marks.value.find((m) => m.id === id);
    if (m) Object.assign(m, { w: Math.max(6, m.w + dw), h: Math.max(6, m.h + dh) });
  }
  function layGrid(x: number, y: number, w: number, h: number, columns: number, rows: number) {
    const corner = (u: number, v: number) => ({ x: x + u * w, y: y + v * h });
    grid.value = { columns, rows, corners: [corner(0, 0), corner(1, 0), corner(0, 1), corner(1, 1)] };
  }
  function moveCorner(i: number, dx: number, dy: number) {
    const c = grid.value?.corners[i];
    if (c) Object.assign(c, { x: c.x + dx, y: c.y + dy });
  }
  function choose(id?: number) {
    chosen.value = id;
  }
  function dropGrid() {
    grid.value = undefined;
  }
  function clear() {
    marks.value = [];
    grid.value = undefined;
    chosen.value = undefined;
  }
  /** What is asked of the server: where the cards lie, how light each kind of them is, and the boxes. */
  function asked(light: Record<string, number>) {
    const box = ({ x, y, w, h }: Mark) => ({ x, y, w, h });
    return {
      cards: cards.value.map((m) => ({
        box: box(m),
        kind: m.kind as PatchKind,
        l: light[m.kind]!,
      })),
      boxes: boxes.value.map(box),
    };
  }
  return {
    marks,
    grid,
    chosen,
    cards,
    boxes,
    add,
    remove,
    move,
    resize,
    layGrid,
    moveCorner,
    choose,
    dropGrid,
    clear,
    asked,
  };
}

/** The boxes of a grid, row by row; their ids are negative, so that they never meet a mark's. */
function gridBoxes(g?: Grid): Mark[] {
  if (!g) return [];
  const at = (u: number, v: number) => {
    const [a, b, c, d] = g.corners;
    const mix = (k: "x" | "y") => (1 - v) * ((1 - u) * a![k] + u * b![k]) + v * ((1 - u) * c![k] + u * d![k]);
    return { x: mix("x"), y: mix("y") };
  };
  return Array.from({ length: g.rows * g.columns }, (_, i) => {
    const col = i % g.columns;
    const row = Math.floor(i / g.columns);
    const middle = at((col + 0.5) / g.columns, (row + 0.5) / g.rows);
    const right = at((col + 1) / g.columns, (row + 0.5) / g.rows);
    const below = at((col + 0.5) / g.columns, (row + 1) / g.rows);
    const w = 2 * Math.hypot(right.x - middle.x, right.y - middle.y) * inside;
    const h = 2 * Math.hypot(below.x - middle.x, below.y - middle.y) * inside;
    return { id: -1 - i, kind: "tile", x: middle.x - w / 2, y: middle.y - h / 2, w, h };
  });
}

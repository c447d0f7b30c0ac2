import { describe, expect, it } from "vitest";
import { ref } from "vue";
import type { Piece, SurfaceState } from "@/api/client";
import { useBoards, useCursor } from "@/bench/useBoard";
import { useColumn } from "@/bench/useColumn";

const surface = (id: string, left: string[], more: Partial<SurfaceState> = {}): SurfaceState =>
  ({
    id,
    name: id,
    on: [],
    left: left.map((glaze) => ({ glaze, way: "along" })),
    stack: [],
    ...more,
  }) as SurfaceState;
const piece = (id: string, surfaces: SurfaceState[], more: Partial<Piece> = {}): Piece =>
  ({ id, assignment: "bowls", title: "Bowls", student: id, revision: 1, surfaces, ...more }) as Piece;

const planned = piece("ilo", [
  surface("inside", ["A", "A"]),
  surface("lip", ["B"]),
  surface("foot", [], { stands: true }),
]);
const done = piece("nell", [
  surface("inside", []),
  surface("lip", ["B"]),
  surface("foot", [], { stands: true }),
]);
const bare = piece(
  "oskar",
  [surface("inside", []), surface("lip", []), surface("foot", [], { stands: true })],
  { revision: 0 },
);

describe("a board", () => {
  it("has the surfaces that take glaze, and a foot only once something is on it", () => {
    const [board] = useBoards(ref([planned, done])).value;
    expect(board!.columns.map((c) => c.id)).toEqual(["inside", "lip"]);
    const slip = piece("ylva", [
      surface("inside", []),
      surface("foot", [], { stands: true, on: [{ id: "1", glaze: "A" }] }),
    ]);
    expect(useBoards(ref([planned, slip])).value[0]!.columns.map((c) => c.id)).toEqual([
      "inside",
      "lip",
      "foot",
    ]);
  });
  it("never lets the cursor leave it, and goes on to the next board below its last row", () => {
    const other = piece("tora", [surface("face", ["A"])], { assignment: "slabs", title: "Slabs" });
    const cursor = useCursor(useBoards(ref([planned, done, other])));
    cursor.move(-1, -1);
    expect(cursor.at.value).toEqual({ board: 0, row: 0, column: 0 });
    cursor.move(1, 5);
    expect(cursor.at.value).toEqual({ board: 0, row: 1, column: 1 });
    cursor.move(1, 0);
    expect(cursor.piece.value?.id).toBe("tora");
    cursor.move(5, 5);
    expect(cursor.surface.value?.id).toBe("face");
  });
});

describe("coating a whole column", () => {
  const start = (pieces: Piece[]) => useColumn(useBoards(ref(pieces)));
  it("gives the next planned stroke to whoever has one, and leaves out whose jar would have to be asked for", () => {
    const column = start([planned, done, bare]);
    column.start("bowls", "inside");
    expect(column.rows.value.map((p) => p.id)).toEqual(["ilo", "oskar"]);
    expect(column.chosen.value.map((p) => p.id)).toEqual(["ilo"]);
    expect(column.needsJar.value).toBeUndefined();
    expect(column.coats()).toEqual([{ kind: "coat", piece: "ilo", surface: "inside", glaze: "A" }]);
  });
  it("asks for a jar where nobody has a plan, and uses it for them alone", () => {
    const column = start([bare, planned]);
    column.start("bowls", "inside");
    column.except(bare);
    expect(column.needsJar.value?.piece.id).toBe("oskar");
    expect(column.coats()).toHaveLength(1);
    expect(column.coats("Z")).toContainEqual({ kind: "coat", piece: "oskar", surface: "inside", glaze: "Z" });
    expect(column.coats("Z")).toContainEqual({ kind: "coat", piece: "ilo", surface: "inside", glaze: "A" });
  });
  it("takes further columns in and out, and stops with the last", () => {
    const column = start([planned, done]);
    column.start("bowls", "inside");
    column.start("bowls", "lip");
    expect(column.count.value).toBe(3);
    column.start("bowls", "inside");
    expect(column.count.value).toBe(2);
    column.start("bowls", "lip");
    expect(column.column.value).toBeUndefined();
  });
  it("leaves out who is left out, takes back who is taken back, and nobody who is not on it", () => {
    const column = start([planned, done]);
    column.start("bowls", "lip", true);
    expect(column.chosen.value).toEqual([]);
    column.except(planned);
    expect(column.chosen.value.map((p) => p.id)).toEqual(["ilo"]);
    column.except(piece("nobody", []));
    expect(column.chosen.value.map((p) => p.id)).toEqual(["ilo"]);
  });
});

import { describe, expect, it } from "vitest";
import { computed, ref } from "vue";
import type { Piece } from "@/api/client";
import { usePieceBoxes } from "@/results/usePieceBoxes";
import { inTurn } from "@/lib/inTurn";
import type { Mark } from "@/wall/useRack";

const box = (id: number): Mark => ({ id, kind: "tile", x: 10 * id, y: 0, w: 8, h: 8 });
const piece = (id: string, ...glazed: string[]) =>
  ({
    id,
    student: id.toUpperCase(),
    mark: `<${id}>`,
    surfaces: [
      ...glazed.map((s) => ({ id: s, name: s.toUpperCase(), on: [{}] })),
      { id: "foot", name: "Foot", on: [] },
    ],
  }) as unknown as Piece;

describe("boxes on a photograph of pieces", () => {
  it("take surface after surface of the one piece that it shows, glazed ones only", () => {
    const marks = ref<Mark[]>([]);
    const of = usePieceBoxes(
      marks,
      computed(() => [piece("a", "interior", "lip")]),
      computed(() => "a"),
    );
    marks.value = [box(1)];
    return Promise.resolve().then(() => {
      marks.value = [box(1), box(2), box(3)];
      return Promise.resolve().then(() => {
        expect([...of.shown.value.values()].map((s) => s.surface)).toEqual(["interior", "lip", ""]);
        expect(of.surfaces.value.map((s) => s.surface)).toEqual(["interior", "lip"]);
        expect(of.labels.value.get(1)).toBe("INTERIOR");
      });
    });
  });
  it("on a board are whole pieces until somebody says which surface, and nobody's until somebody says whose", () => {
    const marks = ref<Mark[]>([box(1), box(2)]);
    const of = usePieceBoxes(
      marks,
      computed(() => [piece("a", "face"), piece("b", "face")]),
      computed(() => undefined),
    );
    expect(of.nameless.value).toBe(2);
    of.show(1, { piece: "a" });
    of.show(2, { piece: "b", surface: "face" });
    expect(of.nameless.value).toBe(0);
    expect(of.whole.value).toEqual([{ piece: "a", box: { x: 10, y: 0, w: 8, h: 8 } }]);
    expect(of.surfaces.value).toEqual([{ piece: "b", surface: "face", box: { x: 20, y: 0, w: 8, h: 8 } }]);
    expect([of.labels.value.get(1), of.labels.value.get(2)]).toEqual(["<a>", "<b> FACE"]);
  });
});

describe("presses", () => {
  it("wait for the answer to the one before, also where that failed", async () => {
    const press = inTurn();
    const seen: string[] = [];
    const slow = press(async () => {
      await new Promise((done) => setTimeout(done, 20));
      seen.push("first");
      throw new Error("no answer");
    });
    const next = press(() => seen.push("second"));
    await Promise.allSettled([slow, next]);
    expect(seen).toEqual(["first", "second"]);
  });
});

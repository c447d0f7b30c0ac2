import { describe, expect, it } from "vitest";
import { ref } from "vue";
import type { EventIn, PieceDetail, SurfaceState } from "@/api/client";
import type { Tap } from "@/station/useOutbox";
import { useStroke, withTaps } from "@/station/useStroke";

const noon = Date.parse("2026-03-02T12:00:00Z");
const surface = (id: string, left: string[], more: Partial<SurfaceState> = {}): SurfaceState =>
  ({
    id,
    name: id,
    on: [],
    left: left.map((glaze) => ({ glaze, way: "along" })),
    stack: [],
    ...more,
  }) as SurfaceState;
const codes = (s?: SurfaceState) => s?.left.map((l) => l.glaze);
const tap = (event: Partial<EventIn>, at = noon): Tap => ({
  event: { id: "t", piece: "p", kind: "coat", ...event } as EventIn,
  at,
});

describe("taps that wait on a tablet", () => {
  it("move the pointer along the strokes of their own piece and surface alone", () => {
    const [inside, lip] = withTaps([surface("inside", ["A", "A", "B"]), surface("lip", ["B"])], "p", [
      tap({ surface: "inside", glaze: "A" }),
      tap({ surface: "inside", glaze: "A", piece: "other" }),
    ]);
    expect(codes(inside)).toEqual(["A", "B"]);
    expect(inside!.waiting).toBe(1);
    expect(inside!.wetFrom).toBe(new Date(noon).toISOString());
    expect(lip!.waiting).toBe(0);
    expect(lip!.wetFrom).toBeUndefined();
  });
  it("take no stroke away for a jar that was not planned next", () => {
    const [inside] = withTaps([surface("inside", ["A", "B"])], "p", [tap({ surface: "inside", glaze: "B" })]);
    expect(codes(inside)).toEqual(["A", "B"]);
    expect(inside!.waiting).toBe(1);
  });
  it("give back the stroke of a coat that is taken back", () => {
    const on = [
      { id: "e1", glaze: "A" },
      { id: "e2", glaze: "B" },
    ];
    const [inside] = withTaps([surface("inside", ["C"], { on })], "p", [tap({ kind: "undo", undoes: "e2" })]);
    expect(inside!.on.map((c) => c.id)).toEqual(["e1"]);
    expect(codes(inside)).toEqual(["B", "C"]);
  });
  it("count a dip on every surface that it goes over, and give it back as the dip it was", () => {
    const on = [{ id: "e1", glaze: "D", how: "dip" as const, downTo: 40 }];
    const [inside, lip] = withTaps(
      [surface("inside", ["D"], { on }), surface("lip", ["D", "A"], { on })],
      "p",
      [tap({ glaze: "D", how: "dip", surfaces: ["inside", "lip"] }), tap({ kind: "undo", undoes: "e1" })],
    );
    expect(codes(lip)).toEqual(["D", "A"]);
    expect(inside!.waiting + lip!.waiting).toBe(2);
    expect(inside!.left[0]).toEqual({ glaze: "D", way: "along", dips: ["inside", "lip"], downTo: 40 });
  });
  it("take no stroke away for half a coat", () => {
    const [inside] = withTaps([surface("inside", ["A"])], "p", [
      tap({ surface: "inside", glaze: "A", part: "upper" }),
    ]);
    expect(codes(inside)).toEqual(["A"]);
  });
});

describe("the next stroke", () => {
  const detail = ref({
    order: [
      { surface: "inside", glaze: "A" },
      { surface: "outside", glaze: "B" },
      { surface: "outside", glaze: "C" },
    ],
  } as PieceDetail);
  const later = new Date(noon + 10 * 60_000).toISOString();
  const stroke = (list: SurfaceState[], chosen = "") =>
    useStroke(detail, ref(withTaps(list, "p", [])), ref(chosen), ref(noon));

  it("is the first in the working order that is dry, and no extra", () => {
    expect(stroke([surface("outside", ["B"]), surface("inside", ["A"])]).next.value?.id).toBe("inside");
    const wet = stroke([surface("outside", ["B"]), surface("inside", ["A"], { nextAt: later })]);
    expect(wet.next.value?.id).toBe("outside");
    expect(wet.waitMS.value).toBe(0);
    expect(
      stroke([surface("edge", ["B"], { optional: true }), surface("inside", ["A"], { nextAt: later })]).next
        .value?.id,
    ).toBe("inside");
  });
  it("is what the student chose, with how long it dries and what can be done meanwhile", () => {
    const s = stroke([surface("outside", ["C"]), surface("inside", ["A"], { nextAt: later })], "inside");
    expect(s.next.value?.id).toBe("inside");
    expect(s.waitMS.value).toBe(10 * 60_000);
    expect(s.meanwhile.value.map((x) => x.id)).toEqual(["outside"]);
    expect(s.step.value?.glaze).toBe("A");
  });
  it("is none once every stroke is on", () => {
    expect(stroke([surface("inside", [])]).next.value).toBeUndefined();
  });
});

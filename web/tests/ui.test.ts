import { describe, expect, it } from "vitest";
import type { Piece } from "@/api/client";
import { findPiece } from "@/bench/findPiece";
import { dayAfter, later, mondayOf, turns, weekdayOf } from "@/lessons/days";
import { cm2, kB, lab, mL, tenth } from "@/ui/figures";
import { clock, dateAndClock, day, soon } from "@/ui/moments";

describe("finding a piece by a few keys", () => {
  const piece = (id: string, student: string, mark: string) => ({ id, student, mark }) as Piece;
  const pieces = [
    piece("p-1", "Ada Vint", "E"),
    piece("p-2", "Ilo Varn", "II"),
    piece("p-3", "Vera Ilk", "oo"),
    piece("p-4", "Odo Neve", "V"),
  ];
  it.each([
    ["/p-3", "p-3", "a scanned label"],
    ["http://10.0.0.2/label/P-2", "p-2", "an address on a label"],
    ["il", "p-2", "the beginning of a name, before any other word"],
    ["v", "p-3", "a name goes before a mark"],
    ["II", "p-2", "a mark"],
    ["av", "p-1", "initials"],
    ["nev", "p-4", "the beginning of a later word"],
    [" ODO ", "p-4", "however it is written"],
    ["zz", undefined, "nobody"],
  ])("%s finds %s: %s", (...[text, id]) => expect(findPiece(pieces, text)?.id).toBe(id));
});

describe("days of the calendar", () => {
  it("are counted over months, leap days and days on which clocks change", () => {
    expect([dayAfter("2026-03-28", 1), dayAfter("2028-02-28", 1), dayAfter("2026-01-01", -1)]).toEqual([
      "2026-03-29",
      "2028-02-29",
      "2025-12-31",
    ]);
    expect(["2026-03-02", "2026-03-07", "2026-03-08"].map(weekdayOf)).toEqual([1, 6, 7]);
    expect(["2026-03-02", "2026-03-08"].map(mondayOf)).toEqual(["2026-03-02", "2026-03-02"]);
  });
  it("turn over as they are called", () => {
    expect(turns({ turning: "weeks", length: 2 }).map((t) => t.name)).toEqual(["week A", "week B"]);
    expect(turns({ turning: "days", length: 6 }).at(-1)).toEqual({ turn: 6, name: "Day 6" });
    expect(turns({ turning: "", length: 0 })).toEqual([]);
    expect([later("09:45", 30), later("23:40", 60)]).toEqual(["10:15", "23:59"]);
  });
});

describe("moments and figures", () => {
  const now = new Date(2026, 2, 2, 9, 15);
  it("say the day only where it is not plain", () => {
    expect(soon(new Date(2026, 2, 2, 18, 20), now)).toBe("today 18:20");
    expect(soon(new Date(2026, 2, 3, 7, 40), now)).toBe("tomorrow 07:40");
    expect(soon(new Date(2026, 2, 5, 7, 40), now)).toBe("Thu 5 Mar 07:40");
    expect(soon(new Date(2026, 1, 28, 23, 59), new Date(2026, 1, 28, 9))).toBe("today 23:59");
    expect([clock(now), day(now), dateAndClock(now)]).toEqual(["09:15", "2 Mar", "Mon 2 Mar, 09:15"]);
  });
  it("carry their units", () => {
    expect([cm2(364.4), mL(0.6), tenth(2.25), kB(2048)]).toEqual(["364 cm²", "1 mL", "2.3", "2 kB"]);
    expect(lab({ l: 52.14, a: 3, b: -8.36 })).toBe("L* 52.1 a* 3.0 b* -8.4");
  });
});

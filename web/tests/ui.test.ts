import { describe, expect, it } from "vitest";
import type { Piece, Schemas } from "@/api/client";
import { findPiece } from "@/bench/findPiece";
import { lessonsBefore } from "@/room/useBells";
import { cm2, kB, lab, mL, tenth } from "@/ui/figures";
import { clock, dateAndClock, day, forField, soon } from "@/ui/moments";

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

describe("the last lessons of a class", () => {
  const bell = (of: string, weekday: number, ends: string) =>
    ({ class: of, weekday, starts: "08:00", ends }) as Schemas["Bell"];
  const bells = [bell("a", 1, "09:50"), bell("a", 4, "14:30"), bell("b", 1, "11:00")];
  const monday = new Date(2026, 2, 2, 9, 50);
  it("go back week by week, the newest first, and not to one that has not ended", () => {
    expect(lessonsBefore(bells, "a", monday).map(forField)).toEqual([
      "2026-02-26T14:30",
      "2026-02-23T09:50",
      "2026-02-19T14:30",
      "2026-02-16T09:50",
    ]);
    expect(forField(lessonsBefore(bells, "a", new Date(2026, 2, 2, 9, 51))[0]!)).toBe("2026-03-02T09:50");
    expect(lessonsBefore(bells, "b", monday, 2).map(forField)).toEqual([
      "2026-02-23T11:00",
      "2026-02-16T11:00",
    ]);
    expect(lessonsBefore(bells, "c", monday)).toEqual([]);
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

import type { Schemas } from "@/api/client";

export const weekdays = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** Week A, week B and so on, or Day 1, Day 2: the turns of a cycle, by their numbers from 1. */
export function turns(cycle: Schemas["Cycle"]): { turn: number; name: string }[] {
  const name = (n: number) =>
    cycle.turning === "weeks" ? `week ${String.fromCharCode(64 + n)}` : `Day ${n}`;
  return Array.from({ length: cycle.turning ? cycle.length : 0 }, (_, i) => ({
    turn: i + 1,
    name: name(i + 1),
  }));
}

/** A day of the calendar as it is counted: "2026-03-02" and so many days on. */
export function dayAfter(date: string, days: number): string {
  const at = new Date(`${date}T12:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
}

/** 1 for Monday to 7 for Sunday. */
export const weekdayOf = (date: string) => ((new Date(`${date}T12:00:00Z`).getUTCDay() + 6) % 7) + 1;

/** The Monday of the week of a day. */
export const mondayOf = (date: string) => dayAfter(date, 1 - weekdayOf(date));

/** A time of the day some minutes later, at most 23:59. */
export function later(clock: string, minutes: number): string {
  const [h, m] = clock.split(":").map(Number);
  const at = Math.min(h! * 60 + m! + minutes, 23 * 60 + 59);
  return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}

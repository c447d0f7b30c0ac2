import type { Schemas } from "@/api/client";

type Days = Schemas["DayRange"];
type Count = Schemas["CountRange"];

const format = new Intl.DateTimeFormat("en-GB", {
  weekday: "short",
  day: "numeric",
  month: "short",
  timeZone: "UTC",
});
/** "Fri 13 Mar", for a day of the calendar such as 2026-03-13. */
export const dayName = (date: string) => format.format(new Date(`${date}T12:00:00Z`));
/** Days between two days of the calendar. */
export const daysBetween = (a: string, b: string) => Math.round((Date.parse(b) - Date.parse(a)) / 86_400_000);

/** "3", or "1 to 5": how many, four times of five. */
export const countSaid = (c: Count) => (c.low === c.high ? `${c.low}` : `${c.low} to ${c.high}`);

/** "Fri 13 Mar to Thu 26 Mar": when, four times of five. */
export function daysSaid(d: Days): string {
  if (!d.low) return "not within the days that are known";
  if (d.low === d.high) return dayName(d.low);
  return d.high ? `${dayName(d.low)} to ${dayName(d.high)}` : `${dayName(d.low)} or later`;
}

/** "cone 6", "bisque, cone 04", "cone 10 in reduction". */
export function firingSaid(f: { cone: string; air: string; bisque: boolean; class?: string }): string {
  const air = f.air === "reduction" ? " in reduction" : "";
  return `${f.bisque ? "bisque, " : ""}cone ${f.cone}${air}${f.class ? `, ${f.class}` : ""}`;
}

/** How likely something is, in words that people use alike. */
export function oddsSaid(p: number): string {
  if (p >= 0.9) return "almost surely late";
  if (p >= 0.5) return "likely late";
  return `late ${Math.max(1, Math.round(10 * p))} times of ten`;
}

/** Moments in the words of the room: en-GB, 24 hours, the day only where it is not plain. */
type Moment = string | number | Date;

const format = (options: Intl.DateTimeFormatOptions) => {
  const as = new Intl.DateTimeFormat("en-GB", options);
  return (at: Moment) => as.format(new Date(at));
};
const time = { hour: "2-digit", minute: "2-digit" } as const;

/** "09:15" */
export const clock = format(time);
/** "Mon 09:15" */
export const dayAndClock = format({ weekday: "short", ...time });
/** "2 Mar" */
export const day = format({ day: "numeric", month: "short" });
/** "Mon 2 Mar" */
const weekdayAndDay = format({ weekday: "short", day: "numeric", month: "short" });
/** "Mon 2 Mar, 09:15" */
export const dateAndClock = format({ weekday: "short", day: "numeric", month: "short", ...time });
/** "2 Mar 2026" */
export const date = format({ dateStyle: "medium" });
/** "2 Mar 2026, 09:15" */
export const whole = format({ dateStyle: "medium", timeStyle: "short" });

/** "today 18:20", "tomorrow 07:40", "Thu 5 Mar 07:40" */
export function soon(at: Moment, now: Moment): string {
  const then = new Date(at);
  const next = new Date(now);
  if (then.toDateString() === next.toDateString()) return `today ${clock(then)}`;
  next.setDate(next.getDate() + 1);
  if (then.toDateString() === next.toDateString()) return `tomorrow ${clock(then)}`;
  return `${weekdayAndDay(then)} ${clock(then)}`;
}

/** What a field of the kind "datetime-local" takes: local time without a zone. */
export function forField(at: Moment): string {
  const d = new Date(at);
  const two = (n: number) => String(n).padStart(2, "0");
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`;
}

/** Numbers as they are shown, with their units. Lengths follow the room's unit: see useUnits. */
const whole = (v: number) => v.toFixed(0);

/** With one decimal: a colour difference, a coordinate of a colour. */
export const tenth = (v: number) => v.toFixed(1);
export const cm2 = (v: number) => `${whole(v)} cm²`;
export const mL = (v: number) => `${whole(v)} mL`;
export const degrees = (v: number) => `${whole(v)}°`;
export const kB = (bytes: number) => `${whole(bytes / 1024)} kB`;
/** "L* 52.1 a* 3.0 b* -8.4" */
export const lab = (c: { l: number; a: number; b: number }) =>
  `L* ${tenth(c.l)} a* ${tenth(c.a)} b* ${tenth(c.b)}`;

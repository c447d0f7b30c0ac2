import { measures } from "@/lib/measures";

/** Numbers as they are shown, with their units, in what the school measures with. They come in mm, mL, cm² and °C. */
const whole = (v: number) => v.toFixed(0);

/** With one decimal: a colour difference, a coordinate of a colour. */
export const tenth = (v: number) => v.toFixed(1);
/** Exact by definition; the ounce is the US fluid ounce. */
export const INCH = 25.4;
export const OZ = 29.5735295625;
export const cm2 = (v: number) =>
  measures.value.length === "in" ? `${tenth((v * 100) / INCH ** 2)} in²` : `${whole(v)} cm²`;
export const mL = (v: number) => (measures.value.volume === "oz" ? `${tenth(v / OZ)} oz` : `${whole(v)} mL`);
/** "6 mm", or inches by sixteenths as on a ruler: "1/4 in". */
export function mm(v: number): string {
  if (measures.value.length !== "in") return `${Math.round(v * 10) / 10} mm`;
  const sixteenths = Math.round((v / INCH) * 16);
  if (sixteenths < 1) return `${Math.round((v / INCH) * 100) / 100} in`;
  const full = Math.floor(sixteenths / 16);
  let [above, below] = [sixteenths % 16, 16];
  while (above && above % 2 === 0) [above, below] = [above / 2, below / 2];
  return `${[full || "", above ? `${above}/${below}` : ""].filter(Boolean).join(" ")} in`;
}
/** "50 °C" or "122 °F". */
export const heat = (celsius: number) =>
  measures.value.heat === "F" ? `${whole((celsius * 9) / 5 + 32)} °F` : `${whole(celsius)} °C`;
export const degrees = (v: number) => `${whole(v)}°`;
export const kB = (bytes: number) => `${whole(bytes / 1024)} kB`;
/** "L* 52.1 a* 3.0 b* -8.4" */
export const lab = (c: { l: number; a: number; b: number }) =>
  `L* ${tenth(c.l)} a* ${tenth(c.a)} b* ${tenth(c.b)}`;
/** How far a glaze spreads: "4.5 mL for 100 cm²", "1 oz for 100 in²". */
export const perArea = (mlPerCM2: number) => {
  const inches = measures.value.length === "in";
  const ml = mlPerCM2 * 100 * (inches ? INCH ** 2 / 100 : 1);
  const said = measures.value.volume === "oz" ? `${tenth(ml / OZ)} oz` : `${tenth(ml)} mL`;
  return `${said} for 100 ${inches ? "in²" : "cm²"}`;
};

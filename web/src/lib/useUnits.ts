import { computed } from "vue";
import { useScreen } from "@/lib/useScreen";

const INCH = 25.4;

/**
 * Lengths as this room measures them. The server always speaks of mm.
 *
 * @example const { say, shown, kept } = useUnits(); say(6) // "6 mm" or "1/4 in"
 */
export function useUnits() {
  const screen = useScreen();
  const inches = computed(() => screen.units === "in");
  /** A length as a number in the room's unit. */
  const shown = (mm: number) =>
    inches.value ? Math.round((mm / INCH) * 100) / 100 : Math.round(mm * 10) / 10;
  /** A number in the room's unit as mm. */
  const kept = (value: number) => (inches.value ? value * INCH : value);
  /** A length in words, inches by sixteenths as on a ruler. */
  function say(mm: number) {
    if (!inches.value) return `${Math.round(mm * 10) / 10} mm`;
    const sixteenths = Math.round((mm / INCH) * 16);
    const whole = Math.floor(sixteenths / 16);
    let [above, below] = [sixteenths % 16, 16];
    while (above && above % 2 === 0) [above, below] = [above / 2, below / 2];
    const part = above ? `${above}/${below}` : "";
    return `${[whole || !part ? whole : "", part].filter((x) => x !== "").join(" ")} in`;
  }
  return { unit: computed(() => screen.units), inches, shown, kept, say };
}

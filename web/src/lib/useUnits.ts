import { computed } from "vue";
import { measures } from "@/lib/measures";
import { INCH, OZ, mm as say } from "@/ui/figures";

/**
 * Lengths and volumes as this school measures them, for fields that are typed into.
 *
 * @example const { unit, shown, kept, say } = useUnits(); say(6) // "6 mm" or "1/4 in"
 */
export function useUnits() {
  const inches = computed(() => measures.value.length === "in");
  const ounces = computed(() => measures.value.volume === "oz");
  const round = (v: number, to: number) => Math.round(v * to) / to;
  return {
    unit: computed(() => measures.value.length),
    inches,
    /** A length as a number in the school's unit. */
    shown: (length: number) => (inches.value ? round(length / INCH, 100) : round(length, 10)),
    /** A number in the school's unit as mm. */
    kept: (value: number) => (inches.value ? value * INCH : value),
    say,
    volumeUnit: computed(() => measures.value.volume),
    /** A volume as a number in the school's unit, and back to mL. */
    shownVolume: (ml: number) => (ounces.value ? round(ml / OZ, 100) : round(ml, 10)),
    keptVolume: (value: number) => (ounces.value ? round(value * OZ, 10) : value),
  };
}

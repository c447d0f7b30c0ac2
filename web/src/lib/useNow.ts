import { useTimestamp } from "@vueuse/core";
import { computed, toValue, type ComputedRef, type MaybeRefOrGetter } from "vue";
import { useScreen } from "@/lib/useScreen";

/** The server's time in ms, ticking every second: drying is shown by it. `skew` is how far its clock is ahead. */
export function useNow(skew?: MaybeRefOrGetter<number>): ComputedRef<number> {
  const ahead = skew ?? (() => useScreen().skew);
  const here = useTimestamp({ interval: 1000 });
  return computed(() => here.value + toValue(ahead));
}

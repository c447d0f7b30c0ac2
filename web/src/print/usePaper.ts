import { useStyleTag } from "@vueuse/core";
import { computed } from "vue";
import { useRoom } from "@/lib/useRoom";

/** The paper that sheets are printed on. While a view uses it, its pages are of that size. */
export function usePaper(margin = "12mm") {
  const room = useRoom();
  useStyleTag(computed(() => `@page { size: ${room.paper} portrait; margin: ${margin}; }`));
  return { print: () => window.print() };
}

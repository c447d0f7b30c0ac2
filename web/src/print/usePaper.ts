import { useStyleTag } from "@vueuse/core";
import { computed } from "vue";
import { useScreen } from "@/lib/useScreen";

/** The paper that sheets are printed on. While a view uses it, its pages are of that size. */
export function usePaper(margin = "12mm") {
  const screen = useScreen();
  useStyleTag(computed(() => `@page { size: ${screen.paper} portrait; margin: ${margin}; }`));
  return { print: () => window.print() };
}

import { useMediaQuery } from "@vueuse/core";

/** Whether the screen is held in one hand: a phone. The same views, laid out for it. */
export const useHand = () => useMediaQuery("(max-width: 640px)");

import { useLocalStorage } from "@vueuse/core";

/** At which table this tablet lies, as somebody said at it; empty for all of them. It stays so over the lessons. */
export const useOwnTable = () => useLocalStorage("enkaustos-table", "");

import { watch } from "vue";
import { useRoute, useRouter } from "vue-router";

/**
 * Does what the address of a place asks for, once: `?do=tiles&surface=lip` leads from a
 * finding to where its way out is taken. The address is plain again afterwards.
 *
 * @param key the word of the address that is listened to
 * @example useLead("do", (does, query) => does === "details" && open(query.surface))
 */
export function useLead(key: string, lead: (value: string, query: Record<string, unknown>) => void) {
  const route = useRoute();
  const router = useRouter();
  watch(
    () => route.query[key],
    (value) => {
      if (typeof value !== "string") return;
      const query = { ...route.query };
      void router.replace({ query: {} });
      lead(value, query);
    },
    { immediate: true },
  );
}

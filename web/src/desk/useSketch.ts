import { refDebounced } from "@vueuse/core";
import { computed, ref, toValue, watch, type MaybeRefOrGetter } from "vue";
import { answer, api, Problem, type Schemas } from "@/api/client";

/**
 * A form drawn as its measurements are typed or pulled: the drawing with its areas, and what is
 * wrong by measurement.
 *
 * @example const { sketched, errors } = useSketch(() => ({ form: "bowl", measures, marking }));
 */
export function useSketch(of: MaybeRefOrGetter<Schemas["FormMeasures"] & { marking?: Schemas["Marking"] }>) {
  const sketched = ref<Schemas["Sketch"]>();
  const errors = ref<Record<string, string>>({});
  const settled = refDebounced(
    computed(() => ({ ...toValue(of) })),
    120,
  );
  watch(
    settled,
    async (body) => {
      if (!body.form || !Object.keys(body.measures ?? {}).length) return;
      try {
        sketched.value = await answer(api.POST("/forms", { body }));
        errors.value = {};
      } catch (error) {
        const fields = error instanceof Problem ? error.fields : [];
        errors.value = Object.fromEntries(fields.map((f) => [f.field, f.detail]));
      }
    },
    { immediate: true },
  );
  return { sketched, errors };
}

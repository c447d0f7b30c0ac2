import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { useAssignments } from "@/lib/useLists";
import { queries } from "@/lib/queries";
import { useAskBeside } from "@/lib/useAsk";

/** The drawing of an assignment's form with what is marked out on every piece: asked for once. */
export function useDrawing(assignment: MaybeRefOrGetter<string>) {
  const assignments = useAssignments();
  const of = computed(() => assignments.byId.value.get(toValue(assignment)));
  const query = useAskBeside(
    computed(() => ({
      ...queries.sketch({
        form: of.value?.form ?? "",
        measures: of.value?.measures ?? {},
        marking: of.value?.marking ?? {},
      }),
      enabled: !!of.value,
    })),
  );
  return computed(() => query.data.value?.drawing);
}

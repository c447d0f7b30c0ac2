import { useIntervalFn } from "@vueuse/core";
import { computed, type MaybeRefOrGetter, ref, toValue, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useTablet } from "@/station/useStation";

/**
 * The ticks of the lesson that runs, on a tablet, and what else of it is asked for again with
 * them; `look` asks for that.
 *
 * @example const { ticked, tick } = useLesson(() => props.lesson, look)
 */
export function useLesson(lesson: MaybeRefOrGetter<string>, look: () => Promise<void>) {
  const station = useTablet();
  const ticks = ref<Schemas["LessonTick"][]>([]);
  const trouble = ref("");
  const path = computed(() => ({ params: { path: { key: toValue(lesson) } } }));
  async function trying(act: () => Promise<void>) {
    try {
      await act();
      trouble.value = "";
    } catch (error) {
      trouble.value = (error as Error).message;
    }
  }
  const again = () =>
    trying(async () => {
      await look();
      ticks.value = await answer(api.GET("/lessons/{key}/ticks", path.value));
    });
  const put = (items: string[], done: boolean) =>
    trying(async () => {
      ticks.value = await answer(api.PUT("/lessons/{key}/ticks", { ...path.value, body: { items, done } }));
    });
  const pour = (glaze: string, ml: number) =>
    trying(async () => {
      await answer(api.POST("/lessons/{key}/pours", { ...path.value, body: { glaze, ml } }));
      await look();
    });
  watch([() => toValue(lesson), station.news], again, { immediate: true });
  useIntervalFn(again, 30_000);
  const ticked = computed(() => new Set(ticks.value.map((t) => t.item)));
  const tick = (item: string) => put([item], !ticked.value.has(item));
  return { ticked, ticks, tick, put, pour, again, trouble };
}

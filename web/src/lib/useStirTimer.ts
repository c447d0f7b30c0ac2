import { useIntervalFn } from "@vueuse/core";
import { computed, ref } from "vue";

/**
 * Counts while one jar is shaken or stirred; then says which one is.
 *
 * @example const { running, time, start, stop } = useStirTimer((code) => stirred([code])); start("N01", 90)
 */
export function useStirTimer(done: (code: string) => void) {
  const running = ref("");
  const ends = ref(0);
  const now = ref(0);
  const { pause, resume } = useIntervalFn(
    () => {
      now.value = Date.now();
      if (now.value < ends.value) return;
      const code = running.value;
      stop();
      done(code);
    },
    250,
    { immediate: false },
  );
  function start(code: string, seconds: number) {
    running.value = code;
    now.value = Date.now();
    ends.value = now.value + seconds * 1000;
    resume();
  }
  function stop() {
    pause();
    running.value = "";
  }
  /** "1:30" */
  const time = computed(() => {
    const left = Math.max(0, Math.ceil((ends.value - now.value) / 1000));
    return `${Math.floor(left / 60)}:${String(left % 60).padStart(2, "0")}`;
  });
  return { running, time, start, stop };
}

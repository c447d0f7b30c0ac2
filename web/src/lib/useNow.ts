import { useIntervalFn } from "@vueuse/core";
import { ref } from "vue";
import { useRoom } from "@/lib/useRoom";

/** The server's time, ticking every second: drying is shown by it. */
export function useNow() {
  const room = useRoom();
  const now = ref(Date.now() + room.skew);
  useIntervalFn(() => (now.value = Date.now() + room.skew), 1000);
  return now;
}

import { useEventListener, useEventSource, useTimeoutFn } from "@vueuse/core";
import { computed, ref, watch, type ComputedRef } from "vue";
import type { Schemas } from "@/api/client";

interface Ears {
  /** Pieces as they are now. */
  pieces(told: Schemas["PieceList"]): void;
  /** Something else changed; `kinds` says what, "all" where nobody knows. */
  stale(kinds: string[]): void;
  /** The stream stands, at first or again; `blind` where nobody can say what was missed until now. */
  opened?(blind: boolean): void;
  /** The stream broke; it tries again unless the answer is false. */
  broken?(): Promise<boolean> | void;
}

/**
 * The stream of what others do. After a break it says what it saw last, and hears
 * what it missed; it tries again every second and a half.
 *
 * @example const { live, open } = useStream({ pieces: patch, stale: ask }); open();
 */
export function useStream(ears: Ears): { live: ComputedRef<boolean>; open(): void } {
  const seen = ref(0);
  const address = () => (seen.value ? `/api/live?after=${seen.value}` : "/api/live");
  const { eventSource, status, open, close } = useEventSource(address, [], {
    immediate: false,
    autoConnect: false, // the address changes with every message: only a break opens it anew
  });
  // Listened to one by one: what the library keeps is the last message only.
  useEventListener(eventSource, "pieces", (e: MessageEvent<string>) => {
    seen.value = Math.max(seen.value, Number(e.lastEventId) || 0);
    ears.pieces(JSON.parse(e.data) as Schemas["PieceList"]);
  });
  useEventListener(eventSource, "stale", (e: MessageEvent<string>) => {
    ears.stale((JSON.parse(e.data) as { kinds?: string[] }).kinds ?? ["all"]);
  });
  const { start, stop } = useTimeoutFn(
    async () => {
      if ((await ears.broken?.()) !== false) open();
    },
    1500,
    { immediate: false },
  );
  const live = computed(() => !!eventSource.value && status.value === "OPEN");
  watch(
    status,
    (now, before) => {
      if (now === "OPEN") ears.opened?.(!seen.value);
      if (now !== "CLOSED" || before === "CLOSED" || !eventSource.value) return;
      close();
      start();
    },
    { flush: "sync" },
  );
  return {
    live,
    open: () => {
      stop();
      open();
    },
  };
}

import { useIntervalFn } from "@vueuse/core";
import { ref, toValue, watch, type MaybeRefOrGetter } from "vue";

const hour = 3_600_000;

/**
 * What is wrong with a device's clock, beside the school's machine; "" within an hour. A
 * browser that takes today for another month refuses any certificate.
 *
 * @example clockOff(new Date("2026-03-02T09:15Z"), new Date("2026-03-05T09:15Z")) // "…3 days ahead…"
 */
export function clockOff(machine: Date, device: Date): string {
  const off = device.getTime() - machine.getTime();
  if (Math.abs(off) < hour) return "";
  const hours = Math.round(Math.abs(off) / hour);
  const days = Math.round(hours / 24);
  const much = hours < 48 ? (hours === 1 ? "an hour" : `${hours} hours`) : `${days} days`;
  return `This device’s clock is ${much} ${off > 0 ? "ahead of" : "behind"} the school’s machine. With a wrong clock a device refuses certificates: set it right first.`;
}

/**
 * Which of the school's addresses this device trusts: undefined while nobody has looked,
 * "" for none. It looks again by itself, for whoever comes back from the settings.
 *
 * @example const { trusted, look } = useTrusted(() => ["https://192.168.7.2:8470"]);
 */
export function useTrusted(links: MaybeRefOrGetter<string[]>) {
  const trusted = ref<string>();
  async function look() {
    for (const link of toValue(links)) {
      try {
        // The answer is nobody's to read: that there is one says that the device believes it.
        await fetch(`${link}/api/session`, { mode: "no-cors", signal: AbortSignal.timeout(5000) });
        trusted.value = link;
        return;
      } catch {
        // the next one may be believed
      }
    }
    if (toValue(links).length) trusted.value = "";
  }
  watch(() => toValue(links).join(), look, { immediate: true });
  useIntervalFn(() => !trusted.value && void look(), 5000);
  return { trusted, look };
}

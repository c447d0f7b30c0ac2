import type { Schemas } from "@/api/client";

/** A step of a load: it was fired, it came out, or the last of these was said by mistake. */
export type Step = "fire" | "unload" | "back";

/** What is said once a step is kept; load is as it was before. */
export function saidOf(load: Schemas["Load"], step: Step): string {
  if (step === "fire") return `${load.name} is fired, and cools.`;
  if (step === "unload") return `${load.name} is unloaded: its pieces wait in Results.`;
  if (load.unloadedAt) return `${load.name} is in the kiln again.`;
  if (load.firedAt) return `${load.name} is not fired yet.`;
  return `Everything is out of ${load.name}.`;
}

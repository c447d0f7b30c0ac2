import { computed, type Ref } from "vue";
import type { PieceDetail, Schemas, SurfaceState } from "@/api/client";
import { lies } from "@/lib/stroke";
import type { Tap } from "@/station/useOutbox";

/** A surface with the taps that wait on this tablet laid over it. */
export interface Ahead extends SurfaceState {
  waiting: number;
}

/** Moves the pointer along the strokes that the server sent, for coats not sent yet; it decides nothing more. */
export function withTaps(surfaces: SurfaceState[], piece: string, all: Tap[]): Ahead[] {
  // What the server told of already, before it answered, counts once.
  const told = new Set(surfaces.flatMap((s) => s.on.map((c) => c.id)));
  const taps = all.filter((t) => !told.has(t.event.id));
  const undone = new Set(taps.filter((t) => t.event.kind === "undo").map((t) => t.event.undoes));
  return surfaces.map((s) => {
    const coats = taps.filter((t) => t.event.piece === piece && lies(t.event, s.id));
    const back = s.on.filter((c) => undone.has(c.id));
    let laid = 0;
    for (const t of coats) if (s.left[laid]?.glaze === t.event.glaze && !t.event.part) laid++;
    return {
      ...s,
      left: [
        ...back.map((c) => ({
          glaze: c.glaze,
          way: s.left[0]?.way ?? ("along" as const),
          ...(c.how === "dip"
            ? {
                dips: surfaces.filter((x) => x.on.some((o) => o.id === c.id)).map((x) => x.id),
                downTo: c.downTo,
              }
            : {}),
        })),
        ...s.left.slice(laid),
      ],
      on: s.on.filter((c) => !undone.has(c.id)),
      waiting: coats.length,
      wetFrom: coats.length ? new Date(coats.at(-1)!.at).toISOString() : s.wetFrom,
    };
  });
}

/** What comes next on a piece: the stroke in the working order, and what to do while it dries. */
export function useStroke(
  detail: Ref<PieceDetail | undefined>,
  surfaces: Ref<Ahead[]>,
  chosen: Ref<string>,
  now: Ref<number>,
) {
  const wetUntil = (s: Ahead) => (s.waiting ? 0 : Math.max(0, Date.parse(s.nextAt ?? "") - now.value || 0));
  const steps = computed(() => detail.value?.order ?? []);
  const place = (s: Ahead) => {
    const i = steps.value.findIndex((step) => step.surface === s.id && step.glaze === s.left[0]?.glaze);
    return i < 0 ? steps.value.length : i;
  };
  const open = computed(() =>
    surfaces.value.filter((s) => s.left.length > 0).sort((a, b) => place(a) - place(b)),
  );
  /** The one that is worked on: it stays, also when its last coat is on, until another is chosen. */
  const next = computed(
    () =>
      surfaces.value.find((s) => s.id === chosen.value) ??
      open.value.find((s) => wetUntil(s) === 0 && !s.optional) ??
      open.value.find((s) => !s.optional) ??
      open.value[0],
  );
  const step = computed<Schemas["Step"] | undefined>(() =>
    steps.value.find((s) => s.surface === next.value?.id && s.glaze === next.value?.left[0]?.glaze),
  );
  /** What else can be worked on now, in the working order. */
  const meanwhile = computed(() => open.value.filter((s) => s.id !== next.value?.id && wetUntil(s) === 0));
  const waitMS = computed(() => (next.value ? wetUntil(next.value) : 0));
  return { open, next, step, meanwhile, waitMS };
}

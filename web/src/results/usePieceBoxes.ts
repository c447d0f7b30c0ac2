import { computed, ref, watch, type Ref } from "vue";
import type { Piece, Schemas } from "@/api/client";
import type { Mark } from "@/wall/useRack";

/** What a box on a photograph shows: a piece, or one surface of it. */
export interface Shown {
  piece: string;
  /** "" for the whole piece: its part of the picture becomes its photograph. */
  surface: string;
}

/** Whose each box on a photograph of pieces is, and what is asked of the server with them. */
export function usePieceBoxes(boxes: Ref<Mark[]>, pieces: Ref<Piece[]>, only: Ref<string | undefined>) {
  const shown = ref(new Map<number, Shown>());
  const of = (id: string) => pieces.value.find((p) => p.id === id);
  const glazed = (id: string) => of(id)?.surfaces.filter((s) => s.on.length) ?? [];
  watch(
    [boxes, only],
    ([list, one]) => {
      for (const b of list) {
        if (shown.value.has(b.id)) continue;
        // On a photograph of one piece the next surface that nobody marked; on a board, the piece of the box before.
        const before = [...shown.value.values()].at(-1);
        const taken = [...shown.value.values()].map((s) => s.surface);
        const next = one ? glazed(one).find((s) => !taken.includes(s.id)) : undefined;
        shown.value.set(
          b.id,
          one ? { piece: one, surface: next?.id ?? "" } : { piece: before?.piece ?? "", surface: "" },
        );
      }
    },
    { immediate: true },
  );
  const show = (id: number, change: Partial<Shown>) =>
    shown.value.set(id, { ...(shown.value.get(id) ?? { piece: "", surface: "" }), ...change });
  const labels = computed(
    () =>
      new Map(
        boxes.value.map((b) => {
          const s = shown.value.get(b.id);
          const p = s && of(s.piece);
          const on = p?.surfaces.find((one) => one.id === s?.surface)?.name;
          return [b.id, [only.value ? "" : p?.mark || p?.student, on].filter(Boolean).join(" ")];
        }),
      ),
  );
  const named = computed(() =>
    boxes.value.flatMap((b) => {
      const s = shown.value.get(b.id);
      return s?.piece ? [{ box: { x: b.x, y: b.y, w: b.w, h: b.h }, ...s }] : [];
    }),
  );
  /** Boxes over a whole piece. */
  const whole = computed(() =>
    named.value.filter((n) => !n.surface).map(({ piece, box }) => ({ piece, box })),
  );
  /** Boxes on a surface, to be read. */
  const surfaces = computed(() => named.value.filter((n) => n.surface));
  const nameless = computed(() => boxes.value.length - named.value.length);
  return { shown, show, labels, whole, surfaces, nameless, glazed };
}

export type PieceReading = Schemas["PieceReading"];

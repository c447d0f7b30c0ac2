import { computed, ref, watch, type Ref } from "vue";
import type { Piece, Schemas } from "@/api/client";
import { inTurn } from "@/lib/inTurn";
import { useLog, type NewEvent } from "@/lib/usePieces";
import { say } from "@/ui/messages";

export type Fault = Schemas["GuideFault"];
export type Flaw = Schemas["Flaw"];
export type Came = NonNullable<NewEvent["came"]>;
export type Flow = Schemas["GuideFlow"]["flow"];

/** How a piece as a whole can come out, each with its key. */
export const cames: { came: Came; key: string; name: string }[] = [
  { came: "sound", key: "s", name: "Sound" },
  { came: "spoiled", key: "x", name: "Spoiled" },
  { came: "stuck", key: "u", name: "Stuck" },
  { came: "broken", key: "b", name: "Broken" },
  { came: "joined", key: "j", name: "Joined again" },
];

const flows: Flow[] = ["not", "little", "band", "shelf"];

/** A fault as somebody says it: where, which, how clear. */
export const sayFlaw = (piece: Piece, f: Flaw) =>
  `${piece.surfaces.find((s) => s.id === f.surface)?.name ?? f.surface}: ${f.name}, ${f.clear ? "clear" : "small"}`;

/**
 * What came out of the kiln, piece after piece in the order of unloading. Who was judged stays in
 * the queue until the page is left, so that a slip is mended where it happened.
 */
export function useCart(pieces: Ref<Piece[]>) {
  const log = useLog();
  const at = ref("");
  const surface = ref("");
  /** Judged on this page. */
  const judged = ref(new Set<string>());
  const batch = ref<{ piece: string; id: string }[]>([]);

  const queue = computed(() =>
    pieces.value
      .filter((p) => p.stage === "results" || (judged.value.has(p.id) && p.outcome))
      .sort(
        (a, b) =>
          (a.unloaded ?? "").localeCompare(b.unloaded ?? "") ||
          a.title.localeCompare(b.title) ||
          a.student.localeCompare(b.student) ||
          a.id.localeCompare(b.id),
      ),
  );
  const index = computed(() =>
    Math.max(
      0,
      queue.value.findIndex((p) => p.id === at.value),
    ),
  );
  const piece = computed(() => queue.value[index.value]);
  const glazed = computed(() => piece.value?.surfaces.filter((s) => s.on.length) ?? []);
  /** Faults show anywhere: glazed surfaces come first, bare ones after them. */
  const places = computed(() => [
    ...glazed.value,
    ...(piece.value?.surfaces.filter((s) => !s.on.length) ?? []),
  ]);
  const open = computed(() => queue.value.filter((p) => p.stage === "results"));
  watch(
    () => piece.value?.id,
    (now) => {
      if (now) at.value = now;
      if (!places.value.some((s) => s.id === surface.value)) surface.value = places.value[0]?.id ?? "";
    },
    { immediate: true },
  );

  function step(by: number) {
    const next = queue.value[Math.max(0, Math.min(index.value + by, queue.value.length - 1))];
    if (next) at.value = next.id;
  }
  /** On to the next one that nobody judged. */
  function on() {
    const next =
      queue.value.slice(index.value + 1).find((p) => p.stage === "results") ??
      open.value.find((p) => p.id !== at.value);
    if (next) at.value = next.id;
  }
  function where(by: number) {
    const i = places.value.findIndex((s) => s.id === surface.value);
    surface.value = places.value[(i + by + places.value.length) % places.value.length]?.id ?? surface.value;
  }
  const keep = (events: NewEvent[]) => {
    for (const e of events) judged.value.add(e.piece);
    return log.mutateAsync(events).catch(() => undefined); // what was refused was said
  };
  const inOrder = inTurn();
  /** A press is of the piece and surface it was made on. */
  function press(act: (piece: Piece, surface: string) => Promise<unknown> | undefined) {
    const { id } = piece.value ?? {};
    const on = surface.value;
    return inOrder(() => {
      const p = pieces.value.find((one) => one.id === id);
      return p && act(p, on);
    });
  }
  const flaw = (p: Piece | undefined, fault: string, on: string) =>
    p?.outcome?.faults.find((f) => f.fault === fault && f.surface === on);
  const flawOf = (fault: string) => flaw(piece.value, fault, surface.value);

  const came = (how: Came) =>
    press(async (p) => {
      const kept = await keep([{ kind: "result", piece: p.id, came: how }]);
      if (kept && how === "sound" && at.value === p.id) on();
    });
  /** A fault on the chosen surface: small, then clear, then none. */
  const fault = (f: Fault) =>
    press((p, on) => {
      const old = flaw(p, f.fault, on);
      if (old?.clear) return keep(old.events.map((undoes) => ({ kind: "undo", piece: p.id, undoes })));
      return keep([{ kind: "fault", piece: p.id, surface: on, fault: f.fault, clear: !!old }]);
    });
  /** How far it moved; by its key, one step farther than is noted. */
  const flow = (how?: Flow) =>
    press((p) => {
      const next = how ?? flows[(flows.indexOf(p.outcome?.flow as Flow) + 1) % flows.length]!;
      return keep([{ kind: "flow", piece: p.id, flow: next }]);
    });
  const proved = (felt: "thin" | "right" | "thick") =>
    press((p, on) => keep([{ kind: "proved", piece: p.id, surface: on, felt }]));
  /** All that nobody judged came out sound. */
  async function allSound() {
    const rest = open.value;
    if (!rest.length) return;
    for (const p of rest) judged.value.add(p.id);
    const sent = log.mutate(
      rest.map((p) => ({ kind: "result" as const, piece: p.id, came: "sound" as const })),
      {
        onSuccess: () => {
          batch.value = sent.map((e) => ({ piece: e.piece, id: e.id }));
          say(`${rest.length} came out sound.`);
        },
      },
    );
  }
  async function takeBack() {
    const events = batch.value.map((b) => ({ kind: "undo" as const, piece: b.piece, undoes: b.id }));
    if (await log.mutateAsync(events).catch(() => undefined)) batch.value = [];
  }
  return {
    at,
    surface,
    queue,
    index,
    piece,
    places,
    open,
    batch,
    flawOf,
    step,
    on,
    where,
    came,
    fault,
    flow,
    proved,
    allSound,
    takeBack,
  };
}

export type Cart = ReturnType<typeof useCart>;

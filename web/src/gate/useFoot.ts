import { computed, ref, watch, type Ref } from "vue";
import type { Piece, Schemas } from "@/api/client";
import { useLog, type NewEvent } from "@/lib/usePieces";
import { say } from "@/ui/messages";

export type Verdict = Schemas["GuideVerdict"]["verdict"];
export type Cover = Schemas["GuideCover"]["cover"];
type Spot = Schemas["Spot"];

/** What a queue of feet can be narrowed to, by where the pieces were put. */
export const shelves = [
  { key: "", name: "Every shelf" },
  { key: "ready", name: "Ready shelf" },
  { key: "own", name: "Own places" },
  { key: "none", name: "Not put away" },
] as const;

/** How glaze came off a foot on which it was left, where no wipe was logged. */
export const cameOff = [
  { key: "w", how: "wiped", says: "Wiped off wet: it dries anew" },
  { key: "d", how: "scraped", says: "Scraped off dry" },
  { key: "r", how: "misjudged", says: "The look before was wrong" },
] as const;
export type CameOff = (typeof cameOff)[number]["how"];

/** What a look at a piece carries of what was looked at. */
const seenOf = (p: Piece) => ({ piece: p.id, seen: p.seq, saw: p.sight });

const waitsAtFoot = (p: Piece, what: "cover" | "foot") =>
  p.blockers.some((b) => b.stage === "foot" && b.about === what);

/** The queue of pieces to look at, the one in hand, and the verdicts on it. */
export function useFoot(pieces: Ref<Piece[]>) {
  const log = useLog();
  const shelf = ref("");
  const index = ref(0);
  /** Where glaze was found on the piece in hand, seen from below. */
  const spots = ref<Spot[]>([]);
  /** The surface on which a fault of the cover lies. */
  const surface = ref("");
  /** Pieces left out of the batch. */
  const out = ref(new Set<string>());
  /** The last batch, to be taken back as a whole. */
  const batch = ref<{ piece: string; id: string }[]>([]);
  /** A verdict that waits for how the glaze came off. */
  const asking = ref<Schemas["GuideVerdict"]>();

  const queue = computed(() =>
    pieces.value.filter((p) => !shelf.value || (p.putAt ?? "none") === shelf.value),
  );
  const piece = computed(() => queue.value[index.value]);
  const inBatch = computed(() => queue.value.filter((p) => p.together && !out.value.has(p.id)));
  watch(queue, (q) => (index.value = Math.max(0, Math.min(index.value, q.length - 1))));
  watch(
    () => piece.value?.id,
    () => {
      spots.value = [];
      surface.value = "";
      asking.value = undefined;
    },
  );

  const move = (by: number) =>
    (index.value = Math.max(0, Math.min(index.value + by, queue.value.length - 1)));
  function except(p = piece.value) {
    if (p && !out.value.delete(p.id)) out.value.add(p.id);
  }
  /** A verdict on the foot; what was glazed and is clean now is asked how it got so. */
  function judge(g: Schemas["GuideVerdict"], how?: CameOff) {
    const p = piece.value;
    if (!p) return;
    asking.value = p.glazeLeft && g.passes && !how ? g : undefined;
    if (asking.value) return;
    const event: NewEvent = { kind: "check", ...seenOf(p), verdict: g.verdict, parts: p.parts, text: how };
    if (!g.passes && spots.value.length) event.spots = spots.value;
    log.mutate([event], { onSuccess: () => say(`${p.student}: ${g.name}. ${g.way}`) });
  }
  function look(g: Schemas["GuideCover"]) {
    const p = piece.value;
    if (!p) return;
    const event: NewEvent = { kind: "cover", ...seenOf(p), cover: g.cover };
    if (g.cover !== "even" && surface.value) event.surface = surface.value;
    log.mutate([event], { onSuccess: () => say(`${p.student}: ${g.name}. ${g.way}`) });
  }
  /** One look at all that stand there: even and clean, but for those left out. */
  function passAll() {
    const events = inBatch.value.flatMap((p) => {
      const list: NewEvent[] = [];
      if (waitsAtFoot(p, "cover")) list.push({ kind: "cover", ...seenOf(p), cover: "even" });
      if (waitsAtFoot(p, "foot"))
        list.push({ kind: "check", ...seenOf(p), verdict: "clean", parts: p.parts });
      return list;
    });
    if (!events.length) return;
    const count = inBatch.value.length;
    const sent = log.mutate(events, {
      onSuccess: () => {
        batch.value = sent.map((e) => ({ piece: e.piece, id: e.id }));
        out.value = new Set();
        say(`${count} passed: even all round, feet clean.`);
      },
    });
  }
  function takeBack() {
    const events = batch.value.map((b) => ({ kind: "undo" as const, piece: b.piece, undoes: b.id }));
    log.mutate(events, {
      onSuccess: () => {
        batch.value = [];
        say("Taken back: they are looked at again.");
      },
    });
  }
  function keep(event: Omit<NewEvent, "piece">, done: (p: Piece) => string) {
    const p = piece.value;
    if (p) log.mutate([{ ...event, piece: p.id }], { onSuccess: () => say(done(p)) });
  }
  return {
    shelf,
    index,
    queue,
    piece,
    spots,
    surface,
    out,
    inBatch,
    batch,
    asking,
    move,
    except,
    judge,
    look,
    passAll,
    takeBack,
    keep,
  };
}

import { ref, type Ref } from "vue";
import type { Piece, Schemas, SurfaceState } from "@/api/client";
import { nextCoat, type Board } from "@/bench/useBoard";
import { useColumn } from "@/bench/useColumn";
import { useLog, type NewEvent } from "@/lib/usePieces";
import { resistDue, resistEvent } from "@/lib/resist";
import { say, speak } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";

const felt: Record<Schemas["Felt"], string> = { thin: "thin", right: "as it should", thick: "thick" };

/** What can be logged at the bench: one coat, a column, and what befalls a piece. */
export function useBench(boards: Ref<Board[]>) {
  const log = useLog();
  const screen = useScreen();
  const whole = useColumn(boards);
  /** A coat whose jar has to be asked for. */
  const jarFor = ref<{ piece: Piece; surface: SurfaceState }>();
  /** When what is logged really happened, where it is entered from paper; "" for now. */
  const done = ref("");

  const dated = (events: NewEvent[]) =>
    done.value ? events.map((e) => ({ ...e, done: done.value })) : events;
  function add(piece: Piece, surface: SurfaceState) {
    const due = resistDue(piece, surface);
    if (due) return void log.mutate([resistEvent(piece.id, surface.id, due)]);
    const coat = nextCoat(piece, surface);
    if (coat)
      log.mutate(dated([coat]), {
        onSuccess: () =>
          speak(`${piece.student}, ${surface.name}: coat ${surface.on.length + 1}, ${coat.glaze}.`),
      });
    else jarFor.value = { piece, surface };
  }
  function withJar(glaze: string) {
    const { piece, surface } = jarFor.value!;
    jarFor.value = undefined;
    if (whole.column.value) logColumn(glaze);
    else log.mutate(dated([{ kind: "coat", piece: piece.id, surface: surface.id, glaze }]));
  }
  function logColumn(jar?: string) {
    if (whole.needsJar.value && !jar) {
      jarFor.value = whole.needsJar.value;
      return;
    }
    const coats = whole.coats(jar);
    if (coats.length) log.mutate(dated(coats), { onSuccess: () => say(`${coats.length} coats logged.`) });
    whole.stop();
  }
  function undo(piece?: Piece, surface?: SurfaceState) {
    const coat = surface?.on.at(-1);
    if (piece && coat && !coat.fired)
      log.mutate([{ kind: "undo", piece: piece.id, undoes: coat.id }], {
        onSuccess: () => speak(`${piece.student}, ${surface!.name}: the last coat is taken back.`),
      });
  }
  function feel(piece: Piece | undefined, surface: SurfaceState | undefined, how: Schemas["Felt"]) {
    const coat = surface?.on.at(-1);
    if (piece && surface && coat)
      log.mutate([{ kind: "felt", piece: piece.id, of: coat.id, felt: how }], {
        onSuccess: () => say(`${piece.student}, ${surface.name}: the coat felt ${felt[how]}.`),
      });
  }
  function touch(piece: Piece | undefined, surface: SurfaceState | undefined, wet: boolean) {
    if (piece && surface && surface.on.length)
      log.mutate([{ kind: "dry", piece: piece.id, surface: surface.id, text: wet ? "wet" : undefined }], {
        onSuccess: () =>
          say(`${piece.student}, ${surface.name}: ${wet ? "still wet" : "dry"}. The room learns from it.`),
      });
  }
  function patch(piece?: Piece, surface?: SurfaceState) {
    if (piece && surface)
      log.mutate([{ kind: "patch", piece: piece.id, surface: surface.id }], {
        onSuccess: () =>
          say(`${piece.student}, ${surface.name}: patched. No coat more; it is looked at again.`),
      });
  }
  function absent(piece?: Piece) {
    if (!piece) return;
    whole.except(whole.column.value?.out.has(piece.id) ? undefined : piece);
    log.mutate([{ kind: "absent", piece: piece.id }], {
      onSuccess: () => say(`${piece.student} was not there.`),
    });
  }
  function aside(piece?: Piece) {
    if (piece)
      log.mutate([{ kind: piece.aside ? "resume" : "aside", piece: piece.id }], {
        onSuccess: () =>
          say(piece.aside ? `${piece.student}: taken up again.` : `${piece.student}: set aside.`),
      });
  }
  function all(events: NewEvent[], said: string) {
    log.mutate(events, { onSuccess: () => say(said) });
  }
  function settle(piece: string, coat: string, what: "same" | "next") {
    log.mutate([{ kind: "answer", piece, of: coat, text: what }]);
  }
  /** Opens the record of a piece where one kind of happening is written down. */
  function tell(piece: Piece | undefined, kind: string, surface?: SurfaceState) {
    if (!piece) return;
    screen.recordFor = { kind, surface: surface?.id ?? "" };
    screen.record = piece.id;
  }
  return {
    whole,
    jarFor,
    done,
    add,
    withJar,
    logColumn,
    undo,
    feel,
    touch,
    patch,
    absent,
    aside,
    all,
    settle,
    tell,
  };
}

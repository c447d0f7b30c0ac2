import { useEventListener, useTimeoutFn } from "@vueuse/core";
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import { computed, ref } from "vue";
import { answer, api, newId, Problem, type EventIn, type Piece } from "@/api/client";

/** A tap that waits on this tablet until the server has it. */
export interface Tap {
  no?: number;
  event: EventIn;
  /** When it was tapped, by this tablet's clock. */
  at: number;
  /** It waited for the network, itself or behind another: whatever comes of it now, it came late. */
  late?: boolean;
}

interface Kept extends DBSchema {
  taps: { key: number; value: Tap };
  refused: { key: number; value: Tap & { why: string } };
  known: { key: string; value: unknown };
}

/** A tap as it can be stored: what Vue watches over cannot be cloned. */
const plain = (tap: Tap): Tap => JSON.parse(JSON.stringify(tap)) as Tap;

let opened: Promise<IDBPDatabase<Kept>> | undefined;
/** What this tablet keeps for itself: taps unsent, and what it last knew of the class. */
export function tabletStore() {
  opened ??= openDB<Kept>("enkaustos-tablet", 1, {
    upgrade(db) {
      db.createObjectStore("taps", { keyPath: "no", autoIncrement: true });
      db.createObjectStore("refused", { autoIncrement: true });
      db.createObjectStore("known");
    },
  });
  return opened;
}

const retryMS = 2000;
/** A second coat on one surface within so short a time is the same finger once more. */
const onceMS = 2000;
/** From this age on a tap counts as late: what cannot be kept then goes to the teacher. */
const lateMS = 10_000;

/**
 * Keeps taps until the server has them: written down first, sent in order, one
 * after the other, each under the id it got when it was tapped, so that none is
 * lost and none counts twice.
 *
 * @example const outbox = useOutbox({ onKept: patch, onSaid: say })
 */
export function useOutbox(on: {
  onKept: (pieces: Piece[], now: string) => void;
  onSaid: (text: string) => void;
}) {
  const taps = ref<Tap[]>([]);
  const offline = ref(false);
  /** The server knows this tablet no more: its taps wait until it is paired again. */
  const shutOut = ref(false);
  /** Taps that the server would not take: they never happened. */
  const refused = ref(new Set<string>());
  let sending = false;
  const again = useTimeoutFn(() => void send(), retryMS, { immediate: false });

  /** Uses the tablet's own store; where that fails, taps still go out while the page is open. */
  async function kept<T>(use: (store: IDBPDatabase<Kept>) => Promise<T>): Promise<T | undefined> {
    try {
      return await use(await tabletStore());
    } catch {
      on.onSaid("This tablet cannot keep taps: leave the page open until they are sent.");
      return undefined;
    }
  }
  const ready = kept((store) => store.getAll("taps")).then((before) => {
    taps.value = before ?? [];
    void send();
  });

  /** When a coat went on a surface last, by piece and surface. */
  const laid = new Map<string, number>();
  /** Whether a coat was logged there a moment ago; if so, that is said. */
  function twice({ kind, piece, surface }: Omit<EventIn, "id">) {
    if (kind !== "coat") return false;
    const where = `${piece} ${surface}`;
    const before = laid.get(where) ?? -onceMS;
    if (Date.now() - before < onceMS) {
      on.onSaid("One coat is logged. A second one so soon is not: tap again in a moment if you laid two.");
      return true;
    }
    laid.set(where, Date.now());
    return false;
  }
  /** Keeps a tap and sends it; the id it got, none where it is the last one over again. */
  async function push(event: Omit<EventIn, "id">): Promise<string | undefined> {
    if (twice(event)) return undefined;
    await ready;
    const waits = offline.value || shutOut.value;
    const tap: Tap = { event: { ...event, id: newId() }, at: Date.now(), ...(waits ? { late: true } : {}) };
    tap.no = await kept((store) => store.add("taps", tap));
    taps.value.push(tap);
    void send();
    return tap.event.id;
  }
  /** Takes a tap back that was not sent yet; false where it is on its way or gone. */
  async function drop(id: string) {
    laid.clear();
    const i = taps.value.findIndex((t) => t.event.id === id);
    if (i < 0 || (i === 0 && sending)) return false;
    const [tap] = taps.value.splice(i, 1);
    await forget(tap!);
    return true;
  }
  async function send() {
    if (sending) return;
    sending = true;
    again.stop();
    try {
      while (taps.value.length && (await sendFirst(taps.value[0]!)));
    } finally {
      sending = false;
    }
    if (taps.value.length) again.start();
  }
  async function forget({ no }: Tap) {
    if (no !== undefined) await kept((store) => store.delete("taps", no));
  }
  /** What waits behind a tap that does not get through waits as long: none of it is refused to the student alone. */
  async function allLate() {
    for (const tap of taps.value.filter((t) => !t.late)) {
      tap.late = true;
      if (tap.no !== undefined) await kept((store) => store.put("taps", plain(tap)));
    }
  }
  /** Sends one tap; false where the network or the door stops it. */
  async function sendFirst(tap: Tap): Promise<boolean> {
    try {
      const event = {
        ...tap.event,
        deviceAt: new Date(tap.at).toISOString(),
        ageMS: Math.max(tap.late ? lateMS : 0, Date.now() - tap.at),
      };
      const logged = await answer(api.POST("/events", { body: { events: [event] } }));
      offline.value = shutOut.value = false;
      on.onKept(logged.pieces, logged.now);
      for (const w of logged.warnings) on.onSaid(w.text);
    } catch (error) {
      const status = error instanceof Problem ? error.status : 0;
      offline.value = status === 0 || status >= 500;
      shutOut.value = status === 401;
      const wait = status === 429; // the server has enough of this tablet for a moment: nothing is lost by it
      if (offline.value || shutOut.value || wait) {
        await allLate();
        if (status >= 500) on.onSaid((error as Error).message); // the server says what is wrong with it
        return false;
      }
      await kept((store) => store.add("refused", { ...plain(tap), why: (error as Error).message }));
      refused.value.add(tap.event.id);
      on.onSaid((error as Error).message);
    }
    taps.value.shift();
    await forget(tap);
    return true;
  }
  useEventListener(window, "online", () => void send());
  return { taps: computed(() => taps.value), offline, shutOut, refused, push, drop, send, ready };
}

import { useDebounceFn, useIntervalFn } from "@vueuse/core";
import { inject, ref, type InjectionKey } from "vue";
import {
  answer,
  api,
  Problem,
  type Glaze,
  type Piece,
  type PieceDetail,
  type Schemas,
  type Tile,
} from "@/api/client";
import { useStream } from "@/lib/useStream";
import { useOutbox, tabletStore } from "@/station/useOutbox";

/** What changes in a lesson beside pieces, jars and rules. */
const aside = ["route", "lesson", "seating", "load_plan", "load", "kiln", "vote"];

interface Known {
  state?: Schemas["StationState"];
  pieces: Piece[];
  glazes: Glaze[];
  tiles: Tile[];
  details: Record<string, PieceDetail>;
  /** The coats that this tablet logged in the lesson, the last first: what it can take back. */
  added: { lesson: string; coats: { piece: string; id: string }[] };
}
const nothing = (): Known => ({
  pieces: [],
  glazes: [],
  tiles: [],
  details: {},
  added: { lesson: "", coats: [] },
});

/**
 * All that a tablet knows: the class in the room, its pieces with their strokes
 * left, jars and tiles. It is kept on the tablet, so that an open page goes on
 * working without the network; the server's word replaces it when it comes.
 */
export function useStation() {
  const known = ref<Known>(nothing());
  /** Milliseconds that the server's clock is ahead of this tablet's. */
  const skew = ref(0);
  const said = ref("");
  const paired = ref<boolean>();
  /** The jar of which is asked whether it was mixed; and those of which it was, in the lesson that runs. */
  const asksStir = ref("");
  const askedStir = new Set<string>();
  /** A coat went on: it can be taken back, and where nobody mixed its jar, that is asked once in the lesson. */
  function laidFrom(code: string, piece: string, id?: string) {
    if (!id) return;
    known.value.added.coats.unshift({ piece, id });
    void remember();
    const jar = known.value.glazes.find((g) => g.code === code);
    const once = `${known.value.state?.lesson ?? ""} ${code}`;
    if (!jar?.settled || jar.doubted || askedStir.has(once)) return;
    askedStir.add(once);
    asksStir.value = code;
  }
  /** Counts what was told of the lesson that runs and of loads: their lists are asked for again. */
  const news = ref(0);

  const say = (text: string) => (said.value = text);
  function patch(pieces: Piece[], now: string) {
    skew.value = Date.parse(now) - Date.now();
    const fresh = new Map(pieces.map((p) => [p.id, p]));
    known.value.pieces = known.value.pieces.map((p) => {
      const next = fresh.get(p.id);
      return next && next.seq >= p.seq ? next : p;
    });
    for (const p of pieces) {
      const detail = known.value.details[p.id];
      if (detail) known.value.details[p.id] = { ...detail, piece: p };
    }
    void remember();
  }
  const outbox = useOutbox({ onKept: patch, onSaid: say });

  /** Kept once things are quiet for a moment: a busy class changes many times a second. */
  const remember = useDebounceFn(
    async () => {
      try {
        await (await tabletStore()).put("known", JSON.parse(JSON.stringify(known.value)), "all");
      } catch {
        say("This tablet keeps nothing: it goes on, but forgets the class when the page is closed.");
      }
    },
    800,
    { maxWait: 5000 },
  );
  /** Takes the last coat back that this tablet logged on a piece. */
  async function takeBack(piece: string) {
    const { coats } = known.value.added;
    const last = coats.find((c) => c.piece === piece && !outbox.refused.value.has(c.id));
    if (!last) return;
    known.value.added.coats = coats.filter((c) => c !== last);
    void remember();
    if (!(await outbox.drop(last.id))) await outbox.push({ kind: "undo", piece, undoes: last.id });
  }
  /** This tablet is none of the room's any more: it keeps its unsent taps, and nothing else. */
  async function forget() {
    paired.value = false;
    known.value = nothing();
    remember.cancel();
    await tabletStore()
      .then((store) => Promise.all([store.clear("known"), store.clear("refused")]))
      .catch(() => undefined);
  }
  async function refresh() {
    try {
      const state = await answer(api.GET("/station"));
      paired.value = true;
      skew.value = Date.parse(state.now) - Date.now();
      const [list, glazes, tiles] = await Promise.all([
        answer(api.GET("/pieces")),
        answer(api.GET("/glazes")),
        answer(api.GET("/tiles")),
      ]);
      const details = Object.fromEntries(
        Object.entries(known.value.details).filter(([id]) => list.pieces.some((p) => p.id === id)),
      );
      const lesson = state.lesson ?? "";
      const added = known.value.added.lesson === lesson ? known.value.added : { lesson, coats: [] };
      known.value = { state, pieces: list.pieces, glazes, tiles, details, added };
      outbox.offline.value = false;
      void remember();
      void outbox.send();
      if (state.pictures) void drawings(list.pieces);
      return true;
    } catch (error) {
      const status = error instanceof Problem ? error.status : 0;
      if (status === 401 || status === 403) await forget();
      else outbox.offline.value = true;
      return false;
    }
  }
  /** In pictures the list shows each form: one piece of every assignment has its drawing asked for. */
  async function drawings(pieces: Piece[]) {
    for (const [, [first]] of Map.groupBy(pieces, (p) => p.assignment))
      if (first && !known.value.details[first.id]) await open(first.id);
  }
  /** The drawing and the working order of one piece, from the server or as last known. */
  async function open(id: string) {
    try {
      const detail = await answer(api.GET("/pieces/{id}", { params: { path: { id } } }));
      known.value.details[id] = detail; // what is known may be another by now than when it was asked
      void remember();
    } catch (error) {
      if (!(error instanceof Problem) || error.status !== 0) say((error as Error).message);
    }
  }
  const { live, open: listen } = useStream({
    pieces: (told) => patch(told.pieces, told.now),
    stale: (kinds) => {
      if (kinds.some((k) => aside.includes(k))) news.value++;
      if (!kinds.every((k) => aside.includes(k))) void refresh();
    },
    opened: () => void refresh(),
    // After a break: is this tablet still one of the room?
    broken: async () => {
      await refresh();
      return paired.value !== false;
    },
  });
  async function begin() {
    const before = await tabletStore()
      .then((store) => store.get("known", "all") as Promise<Known | undefined>)
      .catch(() => undefined);
    if (before?.state) {
      known.value = { ...nothing(), ...before };
      paired.value = true;
    }
    await refresh();
    if (paired.value !== false) listen();
  }
  void begin();
  // The bell changes the class without anything being logged.
  useIntervalFn(() => paired.value && void refresh(), 60_000);
  return {
    known,
    news,
    asksStir,
    laidFrom,
    takeBack,
    skew,
    said,
    live,
    paired,
    outbox,
    refresh,
    open,
    listen,
    say,
  };
}
export type Station = ReturnType<typeof useStation>;

/** Under which the tablet's page hands its station to its parts. */
export const tabletKey: InjectionKey<Station> = Symbol("tablet");

/** The station of the page that a part stands on. */
export function useTablet(): Station {
  return inject(tabletKey)!;
}

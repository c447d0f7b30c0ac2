import { queryOptions, useQueryClient, type QueryClient } from "@tanstack/vue-query";
import { answer, api, type Schemas } from "@/api/client";
import { resultQueries } from "@/results/queries";

/** A colour somebody looks for, and what it has to keep to. */
export type Want = Schemas["Want"];
export type TileOrder = "code" | "glaze" | "hue" | "lightness" | "place";
/** What a matrix of overlaps speaks for. */
export interface Ground {
  clay: string;
  cone: string;
  atmosphere: Schemas["Atmosphere"];
  textured: boolean;
}
/** Whose rules are meant; neither for the school's. */
export type Scope = { class?: string; assignment?: string };

const forEver = Infinity;
const id = (value: string) => ({ params: { path: { id: value } } });
const ofClass = (value: string) => ({ params: { query: value ? { class: value } : {} } });

/** Everything that is asked of the server. The first word of a key names what it is about. */
export const queries = {
  session: () =>
    queryOptions({ queryKey: ["session"], queryFn: () => answer(api.GET("/session")), staleTime: 60_000 }),
  trust: () => queryOptions({ queryKey: ["trust"], queryFn: () => answer(api.GET("/trust")) }),
  today: () => queryOptions({ queryKey: ["today"], queryFn: () => answer(api.GET("/today")) }),
  pieces: (classId: string) =>
    queryOptions({
      queryKey: ["pieces", classId],
      queryFn: () => answer(api.GET("/pieces", ofClass(classId))),
    }),
  /** Pieces of assignments that are over. */
  over: (classId: string) =>
    queryOptions({
      queryKey: ["pieces", classId, "over"],
      queryFn: () =>
        answer(
          api.GET("/pieces", { params: { query: { ...(classId ? { class: classId } : {}), over: true } } }),
        ),
    }),
  piece: (piece: string) =>
    queryOptions({ queryKey: ["piece", piece], queryFn: () => answer(api.GET("/pieces/{id}", id(piece))) }),
  ready: (classId: string) =>
    queryOptions({
      queryKey: ["ready", classId],
      queryFn: () => answer(api.GET("/ready", ofClass(classId))),
    }),

  classes: () => queryOptions({ queryKey: ["classes"], queryFn: () => answer(api.GET("/classes")) }),
  assignments: () =>
    queryOptions({ queryKey: ["assignments"], queryFn: () => answer(api.GET("/assignments")) }),
  forms: () =>
    queryOptions({ queryKey: ["forms"], queryFn: () => answer(api.GET("/forms")), staleTime: forEver }),
  sketch: (body: Schemas["FormMeasures"]) =>
    queryOptions({
      queryKey: ["sketch", body],
      queryFn: () => answer(api.POST("/forms", { body })),
      staleTime: forEver,
    }),
  clays: () => queryOptions({ queryKey: ["clays"], queryFn: () => answer(api.GET("/clays")) }),
  glazes: () => queryOptions({ queryKey: ["glazes"], queryFn: () => answer(api.GET("/glazes")) }),

  budget: () => queryOptions({ queryKey: ["budget"], queryFn: () => answer(api.GET("/stock/budget")) }),
  doubts: () => queryOptions({ queryKey: ["doubts"], queryFn: () => answer(api.GET("/doubts")) }),

  /** With a colour: the nearest to it first, whatever the order. */
  tiles: (order: TileOrder, to?: string) =>
    queryOptions({
      queryKey: ["tiles", order, to],
      queryFn: () => answer(api.GET("/tiles", { params: { query: { order, ...(to ? { to } : {}) } } })),
    }),
  covers: (piece: string) =>
    queryOptions({
      queryKey: ["tiles", "covers", piece],
      queryFn: () => answer(api.GET("/tiles/covers", { params: { query: { piece } } })),
    }),
  tile: (code: string, step: number) =>
    queryOptions({
      queryKey: ["tiles", "one", code, step],
      queryFn: () => answer(api.GET("/tiles/{code}", { params: { path: { code }, query: { step } } })),
    }),
  search: (want: Want) =>
    queryOptions({
      queryKey: ["tiles", "search", want],
      queryFn: () => answer(api.POST("/tiles/search", { body: want })),
    }),
  sight: (vision: "protan" | "deutan" | "tritan") =>
    queryOptions({
      queryKey: ["tiles", "sight", vision],
      queryFn: () => answer(api.GET("/tiles/sight", { params: { query: { vision } } })),
    }),
  confusions: (where: { clay: string; cone: string }) =>
    queryOptions({
      queryKey: ["tiles", "confusions", where],
      queryFn: () => answer(api.GET("/tiles/confusions", { params: { query: where } })),
    }),
  matrix: (ground: Ground) =>
    queryOptions({
      queryKey: ["tiles", "matrix", ground],
      queryFn: () => answer(api.GET("/tiles/matrix", { params: { query: ground } })),
    }),
  photographs: () =>
    queryOptions({ queryKey: ["photographs"], queryFn: () => answer(api.GET("/photographs")) }),
  programmes: () => queryOptions({ queryKey: ["programmes"], queryFn: () => answer(api.GET("/programmes")) }),
  untried: (classes: string[]) =>
    queryOptions({
      queryKey: ["programmes", "untried", classes],
      queryFn: () => answer(api.GET("/programmes/untried", { params: { query: { class: classes } } })),
    }),

  round: (piece: string) =>
    queryOptions({
      queryKey: ["piece", piece, "round"],
      queryFn: () => answer(api.GET("/pieces/{id}/round", id(piece))),
    }),
  schemes: (piece: string) =>
    queryOptions({
      queryKey: ["schemes", piece],
      queryFn: () => answer(api.GET("/pieces/{id}/schemes", id(piece))),
    }),
  vote: (piece: string) =>
    queryOptions({
      queryKey: ["vote", piece],
      queryFn: () => answer(api.GET("/pieces/{id}/vote", id(piece))),
    }),
  models: (piece: string) =>
    queryOptions({
      queryKey: ["models", piece],
      queryFn: () => answer(api.GET("/pieces/{id}/models", id(piece))),
    }),
  review: (assignment: string) =>
    queryOptions({
      queryKey: ["review", assignment],
      queryFn: () => answer(api.GET("/assignments/{id}/review", id(assignment))),
    }),
  ...resultQueries,
  kit: (assignment: string) =>
    queryOptions({
      queryKey: ["kit", assignment],
      queryFn: () => answer(api.GET("/assignments/{id}/kit", id(assignment))),
    }),
  amounts: (assignment: string) =>
    queryOptions({
      queryKey: ["amounts", assignment],
      queryFn: () => answer(api.GET("/assignments/{id}/amounts", id(assignment))),
    }),

  term: () =>
    queryOptions({
      queryKey: ["term"],
      queryFn: () => answer(api.GET("/term")),
      staleTime: 60_000,
      refetchInterval: 120_000,
    }),
  kilns: () => queryOptions({ queryKey: ["kilns"], queryFn: () => answer(api.GET("/kilns")) }),
  loadPlan: (load: string) =>
    queryOptions({
      queryKey: ["loadPlan", load],
      queryFn: () => answer(api.GET("/loads/{id}/plan", id(load))),
    }),
  loadGains: (load: string, revision: number) =>
    queryOptions({
      queryKey: ["loadGains", load, revision],
      queryFn: () => answer(api.GET("/loads/{id}/gains", id(load))),
    }),
  openedLoads: () =>
    queryOptions({ queryKey: ["openedLoads"], queryFn: () => answer(api.GET("/loads/opened")) }),
  loads: () => queryOptions({ queryKey: ["loads"], queryFn: () => answer(api.GET("/loads")) }),
  strays: () => queryOptions({ queryKey: ["strays"], queryFn: () => answer(api.GET("/strays")) }),
  room: () =>
    queryOptions({ queryKey: ["room"], queryFn: () => answer(api.GET("/room")), refetchInterval: 60_000 }),
  timetable: () => queryOptions({ queryKey: ["timetable"], queryFn: () => answer(api.GET("/timetable")) }),
  /** Days of the calendar; without a first one, from the Monday of this week. */
  lessons: (days: number, from?: string) =>
    queryOptions({
      queryKey: ["lessons", days, from],
      queryFn: () => answer(api.GET("/lessons", { params: { query: { days, ...(from ? { from } : {}) } } })),
    }),
  /** The lesson that runs, the next ones and the last ones; of all classes where none is named. */
  around: (classId: string) =>
    queryOptions({
      queryKey: ["lessons", "around", classId],
      queryFn: () => answer(api.GET("/lessons/around", ofClass(classId))),
      refetchInterval: 60_000,
    }),
  /** Who does what when in a lesson. It is planned anew now and then, and not with every coat of a class. */
  course: (key: string) =>
    queryOptions({
      queryKey: ["course", key],
      queryFn: () => answer(api.GET("/lessons/{key}/course", { params: { path: { key } } })),
      refetchInterval: 20_000,
    }),
  /** What everybody does now and next in a lesson. */
  route: (key: string) =>
    queryOptions({
      queryKey: ["route", key],
      queryFn: () => answer(api.GET("/lessons/{key}/route", { params: { path: { key } } })),
      refetchInterval: 30_000,
    }),
  /** What a lesson needs before the first brush. */
  before: (key: string) =>
    queryOptions({
      queryKey: ["before", key],
      queryFn: () => answer(api.GET("/lessons/{key}/before", { params: { path: { key } } })),
      refetchInterval: 60_000,
    }),
  /** What will be short today and in the next days with lessons. */
  shortages: (days: number) =>
    queryOptions({
      queryKey: ["shortages", days],
      queryFn: () => answer(api.GET("/lessons/shortages", { params: { query: { days } } })),
    }),
  brushes: () => queryOptions({ queryKey: ["brushes"], queryFn: () => answer(api.GET("/brushes")) }),
  ticks: (key: string) =>
    queryOptions({
      queryKey: ["ticks", key],
      queryFn: () => answer(api.GET("/lessons/{key}/ticks", { params: { path: { key } } })),
    }),
  /** How a lesson ends. */
  close: (key: string) =>
    queryOptions({
      queryKey: ["close", key],
      queryFn: () => answer(api.GET("/lessons/{key}/close", { params: { path: { key } } })),
      refetchInterval: 60_000,
    }),
  seating: (classId: string) =>
    queryOptions({
      queryKey: ["seating", classId],
      queryFn: () => answer(api.GET("/classes/{id}/seating", id(classId))),
    }),
  rules: (of: Scope) =>
    queryOptions({
      queryKey: ["rules", of],
      queryFn: () => answer(api.GET("/rules", { params: { query: of } })),
    }),
  presets: () =>
    queryOptions({
      queryKey: ["presets"],
      queryFn: () => answer(api.GET("/rules/presets")),
      staleTime: forEver,
    }),
  effects: (of: Scope, values: Record<string, string>, approved: boolean) =>
    queryOptions({
      queryKey: ["effects", of, values, approved],
      queryFn: () =>
        answer(api.POST("/rules/preview", { params: { query: of }, body: { values, approved } })),
    }),
  backups: () => queryOptions({ queryKey: ["backups"], queryFn: () => answer(api.GET("/backups")) }),
  guide: () =>
    queryOptions({ queryKey: ["guide"], queryFn: () => answer(api.GET("/guide")), staleTime: forEver }),
};

/** What can be asked of, by the first word of a key. */
export type Answer =
  | keyof Omit<
      typeof queries,
      | "tile"
      | "search"
      | "sight"
      | "confusions"
      | "matrix"
      | "untried"
      | "sketch"
      | "over"
      | "round"
      | "around"
    >
  | "sketch";

/** What came of pieces, and what it teaches: it hangs on them, and on jars, tiles and rules. */
const taught: Answer[] = ["why", "faults", "stacks", "risks", "laboratory", "lookback"];

/** How every piece is judged hangs on jars, tiles and rules. */
const judged: Answer[] = [
  ...taught,
  "pieces",
  "piece",
  "today",
  "ready",
  "review",
  "schemes",
  "amounts",
  "kit",
  "budget",
  "doubts",
  "programmes",
  "course",
  "route",
  "before",
  "close",
  "shortages",
];

/** What is counted or gathered over pieces. */
const overPieces: Answer[] = [
  "today",
  "ready",
  "review",
  "schemes",
  "amounts",
  "kit",
  "budget",
  "doubts",
  "loads",
  "loadPlan",
  "models",
  "programmes",
  "close",
  ...taught,
];

/**
 * What may be another answer once something changed: by the kinds of records, as
 * the server names them. "pieces" is a change of some pieces: lists of them are
 * patched with what the server sent, and the counts over them are asked for again.
 */
export const affects = {
  pieces: overPieces,
  /** A piece came or went. */
  piece: ["assignments", "pieces", "piece", "term", ...overPieces],
  /** What this screen did to pieces itself, without waiting to hear of it. */
  own: ["pieces", ...overPieces],
  scheme: ["schemes", "piece"],
  clay: ["clays", ...judged, "tiles"],
  glaze: ["glazes", "tiles", "seating", ...judged],
  jar_level: ["glazes", ...judged],
  reserve: ["budget", "before", "shortages", "pieces", "piece", "review", "today"],
  label: ["glazes"],
  tile: ["tiles", ...judged],
  photograph: ["photographs", "boards", "stacks", "laboratory"],
  programme: ["programmes"],
  class: ["classes", "rules", "term", ...judged, "room", "timetable", "lessons"],
  student: ["classes", "pieces", "piece", "today", "seating"],
  assignment: ["assignments", "rules", "term", ...judged],
  load: ["loads", "loadPlan", "openedLoads", "today", "term", "kilns"],
  load_plan: ["loads", "loadPlan", "openedLoads"],
  kiln: ["kilns", "loadPlan", "term"],
  show: ["term", "loadPlan"],
  house: ["rules", "glazes", "effects", "term", ...judged],
  damp: ["room", ...judged],
  bells: ["term", "room", "timetable", "lessons", "course", "route", "before", "shortages"],
  /** A lesson that runs was planned anew. */
  route: ["course", "route"],
  lesson: ["ticks", "close"],
  /** Glaze was poured into cups, or came back. */
  pour: ["before", "close", "glazes", "budget", "shortages"],
  vote: ["vote"],
  avoided: judged,
  grade: ["grades"],
  rubric: ["grades"],
  brushes: ["brushes", "before", "close"],
  seating: ["seating"],
  room: ["room"],
  station: ["room"],
  stray: ["strays"],
  backup: ["backups"],
  school: ["session"],
  /** Every sentence is another one then. */
  units: ["session", "sketch", "forms", "tiles", "glazes", "rules", "guide", "loads", ...judged],
} satisfies Record<string, Answer[]>;

export type Changed = keyof typeof affects;

/** Has everything asked for again that may be another answer now; what it does not know, all of it. */
export function askAgain(client: QueryClient, kinds: string[]) {
  const roots = new Set<string>();
  for (const kind of kinds) {
    if (!(kind in affects)) return client.invalidateQueries();
    for (const root of affects[kind as Changed]) roots.add(root);
  }
  return client.invalidateQueries({ predicate: (q) => roots.has(String(q.queryKey[0])) });
}

/**
 * For whoever changes something: says what, and everything that depends on it is asked for again.
 *
 * @example const changed = useChanged(); await changed("glaze");
 */
export function useChanged() {
  const client = useQueryClient();
  return (...kinds: Changed[]) => askAgain(client, kinds);
}

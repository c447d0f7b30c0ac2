import type { Component } from "vue";

/** Who comes here: a tablet of the room has its one page, everybody else all the others. */
export type Role = "teacher" | "helper" | "station";

/** A key, and what it does where it is pressed. */
export type KeyLine = readonly [key: string, does: string];

/** One place of the application. Router, rail, key help and the accessibility walk read it. */
export interface Place {
  readonly path: string;
  /** As the rail, the browser's title and the key help say it. */
  readonly name: string;
  /** What its heading has in it, where that is not its name. */
  readonly heading?: string;
  /** A stage of the job, what stands beside the stages, or a page within another. */
  readonly group: "stage" | "beside" | "within";
  /** The stage whose pieces are counted on it. */
  readonly stage?: "plan" | "bench" | "foot" | "kiln" | "results";
  /** The key that leads here from anywhere. */
  readonly key?: string;
  readonly roles: readonly Role[];
  /** Made for paper. */
  readonly print?: boolean;
  /** The keys that count while it is open. */
  readonly keys?: readonly KeyLine[];
  readonly view: () => Promise<Component>;
}

const grown = ["teacher", "helper"] as const;
const onlyTeacher = ["teacher"] as const;

/* prettier-ignore */
export const places: readonly Place[] = [
  { path: "/tiles", name: "Tiles", group: "stage", key: "1", roles: grown, view: () => import("@/wall/TilesView.vue"),
    keys: [["f", "Find a colour"], ["m", "Small tiles or large"]] },
  { path: "/plan", name: "Plan", group: "stage", stage: "plan", key: "2", roles: grown, view: () => import("@/desk/PlanView.vue") },
  { path: "/bench", name: "Bench", group: "stage", stage: "bench", key: "3", roles: grown, view: () => import("@/bench/BenchView.vue"),
    keys: [
      ["arrows", "Move over the board"],
      ["/", "Find a student by two letters, a mark, or a scanned label"],
      ["Space or Enter", "Add the next coat"],
      ["u", "Take the last coat back"],
      ["a, A", "Coat the whole column; A picks one by one. x leaves out, m absent, Enter logs"],
      ["-, =, +", "The last coat felt thin, right, thick"],
      ["d, D", "Touched: dry; still wet"],
      ["p, w", "Patched; wiped or scraped off"],
      ["l", "A coat otherwise than planned, or only part of one"],
      ["s, b, n", "Set aside or taken up; broken; a note"],
      ["r", "Wax or latex laid; latex peeled"],
      ["o, j", "Photograph; how the jar is"],
      ["h", "The record of the piece: take anything back"],
    ] },
  { path: "/foot", name: "Foot", heading: "Foot and cover", group: "stage", stage: "foot", key: "4", roles: grown, view: () => import("@/gate/FootView.vue"),
    keys: [
      ["up, down", "Choose a piece"],
      ["e, b, a, m", "Cover: even, bald spot, gap, lump"],
      ["q, s, g, l, u", "Foot: clean, stained, glaze left, band too low, unclear"],
      ["x, A", "Leave a piece out; all others are even and clean"],
      ["w, p, n", "Wiped wet; patched; no name on it"],
      ["w, d, r", "Asked how glaze came off: wet, dry, or never there"],
      ["h", "The record of the piece"],
    ] },
  { path: "/kiln", name: "Kiln", group: "stage", stage: "kiln", key: "5", roles: grown, view: () => import("@/kiln/KilnView.vue") },
  { path: "/results", name: "Results", heading: "What came out", group: "stage", stage: "results", key: "6", roles: grown, view: () => import("@/results/CartView.vue"),
    keys: [
      ["left, right", "The piece before, the next"],
      ["up, down", "Choose a surface"],
      ["Enter", "On to the next one that nobody judged"],
      ["s, x, u, b, j", "It came out sound, spoiled, stuck, broken; joined again"],
      ["letters", "A fault on the surface, by its letter: small, clear, none"],
      ["A", "All others came out sound"],
      ["m", "How far the glaze moved: once more for farther"],
      ["f, v", "Photograph; the record of the piece"],
    ] },

  { path: "/", name: "Today", group: "beside", key: "0", roles: grown, view: () => import("@/today/TodayView.vue") },
  { path: "/lessons", name: "Lessons", group: "beside", key: "L", roles: grown, view: () => import("@/lessons/LessonsView.vue") },
  { path: "/stock", name: "Stock", group: "beside", key: "7", roles: grown, view: () => import("@/stock/StockView.vue") },
  { path: "/classes", name: "Classes", group: "beside", key: "8", roles: onlyTeacher, view: () => import("@/lists/ClassesView.vue") },
  { path: "/rules", name: "House rules", group: "beside", key: "9", roles: onlyTeacher, view: () => import("@/house/RulesView.vue") },
  { path: "/room", name: "Room and tablets", group: "beside", key: "T", roles: grown, view: () => import("@/room/RoomView.vue") },

  { path: "/lessons/bells", name: "Bells", heading: "Bells, holidays and odd days", group: "within", roles: onlyTeacher, view: () => import("@/lessons/BellsView.vue") },
  { path: "/lessons/seats", name: "Seats by glaze", group: "within", roles: grown, print: true, view: () => import("@/lessons/SeatsView.vue") },
  { path: "/lessons/:key/before", name: "Before the first brush", group: "within", roles: grown, print: true, view: () => import("@/lessons/BeforeView.vue"),
    keys: [["w", "Mark the pieces as clean, but for those left out"]] },
  { path: "/lessons/:key/close", name: "Until the bell", group: "within", roles: grown, print: true, view: () => import("@/lessons/CloseView.vue") },
  { path: "/lessons/:key/wall", name: "The lesson on the wall", group: "within", roles: grown, view: () => import("@/lessons/WallView.vue"),
    keys: [["n", "Names or none"], ["Esc", "Back to the lesson"]] },
  { path: "/lessons/:key/pack", name: "To take home", group: "within", roles: grown, print: true, view: () => import("@/print/PackView.vue") },
  { path: "/lessons/:key/sheet", name: "For the substitute", group: "within", roles: grown, print: true, view: () => import("@/print/LessonSheet.vue") },
  { path: "/lessons/:key/labels", name: "Cup labels", group: "within", roles: grown, print: true, view: () => import("@/print/CupLabels.vue") },
  { path: "/lessons/:key", name: "A lesson", group: "within", roles: grown, view: () => import("@/lessons/LessonView.vue"),
    keys: [["x", "While it runs: release the extras of the class, or stop them"]] },
  { path: "/first", name: "First steps", group: "within", roles: onlyTeacher, view: () => import("@/first/FirstView.vue") },
  { path: "/tiles/read", name: "Read a rack", group: "within", roles: onlyTeacher, view: () => import("@/wall/ReadView.vue"),
    keys: [["arrows", "Move a mark on the photograph; Shift far, Alt sizes, Delete removes"]] },
  { path: "/tiles/matrix", name: "Which overlaps were fired", group: "within", roles: grown, view: () => import("@/wall/MatrixView.vue") },
  { path: "/tiles/programme", name: "Tiles to make", group: "within", roles: grown, view: () => import("@/wall/ProgrammeView.vue") },
  { path: "/tiles/chart", name: "The wall on paper", group: "within", roles: grown, print: true, view: () => import("@/print/ChartView.vue") },
  { path: "/plan/sheets/:id", name: "Record sheets", group: "within", roles: grown, print: true, view: () => import("@/print/SheetsView.vue") },
  { path: "/plan/review/:id", name: "Looking over plans", heading: "What deserves a look", group: "within", roles: onlyTeacher, view: () => import("@/desk/ReviewView.vue"),
    keys: [
      ["up, down", "Choose a plan"],
      ["a", "Approve it"],
      ["A", "Approve all that nothing speaks against"],
      ["r", "Return it with a note"],
      ["m", "Apply the first finding that can be applied"],
    ] },
  { path: "/plan/prints/:id/:kind", name: "On paper", group: "within", roles: grown, print: true, view: () => import("@/print/PrintsView.vue") },
  { path: "/plan/:id/schemes", name: "Schemes", group: "within", roles: grown, view: () => import("@/desk/SchemesView.vue"),
    keys: [["left, right", "Choose a scheme"], ["n, r", "Add a rotated copy; rotate the colours"], ["p, Delete", "Choose it; delete it"], ["w, Esc", "Show the class; back to the desk"]] },
  { path: "/plan/:id", name: "Plan desk", group: "within", roles: grown, view: () => import("@/desk/DeskView.vue"),
    keys: [
      ["up, down", "Choose a surface"],
      ["t", "Search the tiles for it"],
      ["f", "Find a colour for it"],
      ["b", "Leave it bare"],
      ["+ and -", "One coat more or less"],
      ["h", "The record of the piece"],
      ["m", "Apply the first finding that can be applied"],
      ["o, d", "Copy a plan; details, measures and stand"],
      ["v", "Schemes side by side"],
      ["y", "The turntable: arrow keys turn the piece, + and - zoom"],
    ] },
  { path: "/bench/handover", name: "Hand over", group: "within", roles: grown, view: () => import("@/bench/HandoverView.vue"),
    keys: [["Enter", "Confirm all"]] },
  { path: "/bench/lost", name: "Whose is this?", group: "within", roles: grown, view: () => import("@/bench/LostView.vue") },
  { path: "/results/pieces", name: "Pieces that came out", group: "within", roles: grown, view: () => import("@/results/ResultsView.vue") },
  { path: "/results/stacks", name: "Stacks", heading: "What became of each stack", group: "within", roles: grown, view: () => import("@/results/StacksView.vue"),
    keys: [["up, down", "Choose a stack"], ["t, u", "Make a tile of it, of all colours that were read; take that back"]] },
  { path: "/results/read/:photo?", name: "Photographs of pieces", group: "within", roles: grown, view: () => import("@/results/PieceReadView.vue"),
    keys: [["arrows", "Move a mark on the photograph; Shift far, Alt sizes, Delete removes"]] },
  { path: "/plan/again/:id", name: "Give it again", heading: "last time", group: "within", roles: onlyTeacher, view: () => import("@/desk/AgainView.vue") },
  { path: "/results/laboratory", name: "Laboratory", heading: "The class as a laboratory", group: "within", roles: grown, view: () => import("@/results/LaboratoryView.vue"),
    keys: [["o", "Offer what nobody has fired to the willing"]] },
  { path: "/results/faults", name: "Faults by cause", heading: "Faults, and what to try", group: "within", roles: onlyTeacher, print: true, view: () => import("@/results/FaultsView.vue") },
  { path: "/results/grades", name: "Grades", group: "within", roles: onlyTeacher, view: () => import("@/results/GradesView.vue"),
    keys: [
      ["up, down", "Choose a piece"],
      ["Enter", "Give what the record proposes, and on"],
      ["A", "Give all that is proposed"],
      ["+ and -", "A better grade, a lesser one"],
      ["l, n, a", "Late, missing, absent"],
      ["Delete", "Take the grade back"],
    ] },
  { path: "/foot/gauge", name: "Foot gauge", group: "within", roles: grown, print: true, view: () => import("@/print/GaugeView.vue") },
  { path: "/kiln/ready", name: "May it be fired?", group: "within", roles: grown, view: () => import("@/gate/ReadyView.vue") },
  { path: "/kiln/kilns", name: "Kilns", heading: "Kilns and their shelves", group: "within", roles: grown, view: () => import("@/kiln/KilnsView.vue") },
  { path: "/kiln/term", name: "The term's loads", group: "within", roles: grown, view: () => import("@/term/TermView.vue") },
  { path: "/kiln/term/wall", name: "Kiln calendar", group: "within", roles: grown, print: true, view: () => import("@/term/TermWall.vue") },
  { path: "/kiln/load/:load", name: "A load by hand", heading: "cone", group: "within", roles: grown, view: () => import("@/kiln/LoadView.vue"),
    keys: [
      ["[ and ]", "Choose the piece before, the next"],
      ["arrows", "Move it by 5 mm; with Shift by 1 mm"],
      [", and .", "Turn it; with Shift a little"],
      ["g", "Slide it to where it may stand"],
      ["k, o", "Lock it; leave it out"],
      ["x", "Swap it with the one chosen next"],
      ["i", "It stands in the kiln; out again"],
      ["r", "Plan the rest again"],
      ["Page Up, Page Down", "The shelf above, below"],
      ["Enter, s, b, u, f", "It is out, and looked at later; sound, broken, stuck; to be fired again"],
    ] },
  { path: "/kiln/load/:load/sheets", name: "Shelf sheets", heading: "To load by", group: "within", roles: grown, print: true, view: () => import("@/kiln/LoadSheets.vue") },
  { path: "/stock/cards", name: "Jar cards", group: "within", roles: grown, print: true, view: () => import("@/print/JarCardsView.vue") },
  { path: "/trust", name: "Your own tablet or phone", group: "within", roles: grown, view: () => import("@/room/TrustView.vue") },
  { path: "/station", name: "A tablet of the room", group: "within", roles: ["station"], view: () => import("@/station/StationView.vue") },
];

const of = (group: Place["group"]) => places.filter((p) => p.group === group);

/** The stages in the job's order, and what stands beside them. */
export const stages = of("stage");
export const beside = of("beside");

/** Keys that count everywhere, beside the ones that lead to a place. */
const everywhere: readonly KeyLine[] = [
  ["c", "Chalk or fired colours"],
  ["T", "The tablets of the room: switch, lock, end"],
  ["?", "These keys"],
];

/** All keys by where they count, in the order of the job. */
export const keyHelp: readonly { name: string; keys: readonly KeyLine[] }[] = [
  {
    name: "Everywhere",
    keys: [
      ...[...stages, ...beside].filter((p) => p.path !== "/room").map((p) => [p.key!, p.name] as const),
      ...everywhere,
    ],
  },
  ...places.filter((p) => p.keys).map((p) => ({ name: p.heading ?? p.name, keys: p.keys! })),
];

import { createRouter, createWebHistory } from "vue-router";

/** The stages in the job's order, then what stands beside them. */
export const stages = [
  { path: "/tiles", name: "Tiles", key: "1", stage: undefined },
  { path: "/plan", name: "Plan", key: "2", stage: "plan" },
  { path: "/bench", name: "Bench", key: "3", stage: "bench" },
  { path: "/foot", name: "Foot", key: "4", stage: "foot" },
  { path: "/kiln", name: "Kiln", key: "5", stage: "kiln" },
  { path: "/results", name: "Results", key: "6", stage: "results" },
] as const;

export const beside = [
  { path: "/", name: "Today", key: "0" },
  { path: "/stock", name: "Stock", key: "7" },
  { path: "/classes", name: "Classes", key: "8" },
  { path: "/rules", name: "House rules", key: "9" },
  { path: "/room", name: "Room and tablets", key: "T" },
] as const;

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", component: () => import("@/today/TodayView.vue") },
    { path: "/tiles", component: () => import("@/wall/TilesView.vue") },
    { path: "/tiles/read", component: () => import("@/wall/ReadView.vue") },
    { path: "/tiles/matrix", component: () => import("@/wall/MatrixView.vue") },
    { path: "/tiles/programme", component: () => import("@/wall/ProgrammeView.vue") },
    { path: "/tiles/chart", component: () => import("@/print/ChartView.vue") },
    { path: "/plan", component: () => import("@/desk/PlanView.vue") },
    { path: "/plan/sheets/:id", component: () => import("@/print/SheetsView.vue"), props: true },
    { path: "/plan/review/:id", component: () => import("@/desk/ReviewView.vue"), props: true },
    { path: "/plan/prints/:id/:kind", component: () => import("@/print/PrintsView.vue"), props: true },
    { path: "/plan/:id/schemes", component: () => import("@/desk/SchemesView.vue"), props: true },
    { path: "/plan/:id", component: () => import("@/desk/DeskView.vue"), props: true },
    { path: "/bench", component: () => import("@/bench/BenchView.vue") },
    { path: "/bench/handover", component: () => import("@/bench/HandoverView.vue") },
    { path: "/bench/lost", component: () => import("@/bench/LostView.vue") },
    { path: "/foot", component: () => import("@/gate/FootView.vue") },
    { path: "/foot/gauge", component: () => import("@/print/GaugeView.vue") },
    { path: "/kiln", component: () => import("@/kiln/KilnView.vue") },
    { path: "/kiln/ready", component: () => import("@/gate/ReadyView.vue") },
    { path: "/results", component: () => import("@/results/ResultsView.vue") },
    { path: "/stock", component: () => import("@/stock/StockView.vue") },
    { path: "/stock/cards", component: () => import("@/print/JarCardsView.vue") },
    { path: "/classes", component: () => import("@/lists/ClassesView.vue") },
    { path: "/room", component: () => import("@/room/RoomView.vue") },
    { path: "/station", component: () => import("@/station/StationView.vue") },
    { path: "/rules", component: () => import("@/house/RulesView.vue") },
    { path: "/welcome", component: () => import("@/today/TodayView.vue") },
    { path: "/:rest(.*)*", redirect: "/" },
  ],
});

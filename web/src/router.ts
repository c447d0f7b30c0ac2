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
    { path: "/", component: () => import("./views/TodayView.vue") },
    { path: "/tiles", component: () => import("./views/TilesView.vue") },
    { path: "/tiles/read", component: () => import("./views/ReadView.vue") },
    { path: "/tiles/matrix", component: () => import("./views/MatrixView.vue") },
    { path: "/tiles/programme", component: () => import("./views/ProgrammeView.vue") },
    { path: "/tiles/chart", component: () => import("./views/ChartView.vue") },
    { path: "/plan", component: () => import("./views/PlanView.vue") },
    { path: "/plan/sheets/:id", component: () => import("./views/SheetsView.vue"), props: true },
    { path: "/plan/review/:id", component: () => import("./views/ReviewView.vue"), props: true },
    { path: "/plan/prints/:id/:kind", component: () => import("./views/PrintsView.vue"), props: true },
    { path: "/plan/:id/schemes", component: () => import("./views/SchemesView.vue"), props: true },
    { path: "/plan/:id", component: () => import("./views/DeskView.vue"), props: true },
    { path: "/bench", component: () => import("./views/BenchView.vue") },
    { path: "/bench/handover", component: () => import("./views/HandoverView.vue") },
    { path: "/bench/lost", component: () => import("./views/LostView.vue") },
    { path: "/foot", component: () => import("./views/FootView.vue") },
    { path: "/foot/gauge", component: () => import("./views/GaugeView.vue") },
    { path: "/kiln", component: () => import("./views/KilnView.vue") },
    { path: "/kiln/ready", component: () => import("./views/ReadyView.vue") },
    { path: "/results", component: () => import("./views/ResultsView.vue") },
    { path: "/stock", component: () => import("./views/StockView.vue") },
    { path: "/stock/cards", component: () => import("./views/JarCardsView.vue") },
    { path: "/classes", component: () => import("./views/ClassesView.vue") },
    { path: "/room", component: () => import("./views/RoomView.vue") },
    { path: "/station", component: () => import("./views/StationView.vue") },
    { path: "/rules", component: () => import("./views/RulesView.vue") },
    { path: "/welcome", component: () => import("./views/TodayView.vue") },
    { path: "/:rest(.*)*", redirect: "/" },
  ],
});

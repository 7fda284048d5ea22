import type { RouteRecordRaw } from "vue-router";

export default [
  { path: "/own-work", name: "own-work", component: () => import("./pages/OwnWorkPage.vue") },
] satisfies RouteRecordRaw[];

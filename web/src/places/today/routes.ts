import type { RouteRecordRaw } from "vue-router";

export default [
  { path: "/", name: "today", component: () => import("./pages/TodayPage.vue") },
] satisfies RouteRecordRaw[];

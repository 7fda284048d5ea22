import type { RouteRecordRaw } from "vue-router";

export default [
  { path: "/notices", name: "notices", component: () => import("./pages/NoticesPage.vue") },
] satisfies RouteRecordRaw[];

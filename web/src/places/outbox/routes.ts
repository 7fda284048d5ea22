import type { RouteRecordRaw } from "vue-router";

export default [
  { path: "/outbox", name: "outbox", component: () => import("./pages/OutboxPage.vue") },
] satisfies RouteRecordRaw[];

import type { RouteRecordRaw } from "vue-router";

export default [
  { path: "/sign-in", name: "sign-in", component: () => import("./pages/SignIn.vue") },
] satisfies RouteRecordRaw[];

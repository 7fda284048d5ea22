import type { RouteRecordRaw } from "vue-router";

export default [
  {
    path: "standing",
    name: "standing",
    component: () => import("./pages/StandingPage.vue"),
    props: true,
    meta: { place: "standing", across: true },
  },
] satisfies RouteRecordRaw[];

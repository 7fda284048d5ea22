import type { RouteRecordRaw } from "vue-router";

export default [
  {
    path: "search",
    name: "search",
    component: () => import("./pages/SearchPage.vue"),
    props: (route) => ({ slug: String(route.params.slug), text: String(route.query.q ?? "") }),
    meta: { place: "search" },
  },
] satisfies RouteRecordRaw[];

import type { RouteRecordRaw } from "vue-router";

export default [
  {
    path: "item/:id(\\d+)",
    name: "item",
    component: () => import("./pages/ItemPage.vue"),
    props: (route) => ({ slug: String(route.params.slug), id: Number(route.params.id) }),
    meta: { place: "week", thin: true },
  },
] satisfies RouteRecordRaw[];

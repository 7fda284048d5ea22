import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";

const props = (route: RouteLocationNormalized) => ({
  slug: String(route.params.slug),
  view: String(route.params.view),
});

export default [
  { path: "term", redirect: (to) => `${to.path.replace(/\/$/, "")}/map` },
  {
    path: "term/:view(map|month|agenda|points)",
    name: "term",
    component: () => import("./pages/TermPage.vue"),
    props,
    meta: { place: "term", across: true },
  },
] satisfies RouteRecordRaw[];

import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";

const slug = (route: RouteLocationNormalized) => ({ slug: String(route.params.slug) });

export default [
  {
    path: "roster",
    name: "roster",
    component: () => import("./pages/RosterPage.vue"),
    props: slug,
    meta: { place: "roster", across: true },
  },
  {
    path: "roster/people",
    name: "people",
    component: () => import("./pages/PeoplePage.vue"),
    props: slug,
    meta: { place: "roster" },
  },
  {
    path: "roster/module/:module(\\d+)",
    name: "module-progress",
    component: () => import("./pages/ModulePage.vue"),
    props: (route) => ({ ...slug(route), module: Number(route.params.module) }),
    meta: { place: "roster", across: true },
  },
] satisfies RouteRecordRaw[];

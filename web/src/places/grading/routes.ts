import type { RouteRecordRaw } from "vue-router";

export default [
  {
    path: "gradebook",
    name: "gradebook",
    component: () => import("./pages/GradebookPage.vue"),
    props: true,
    meta: { place: "gradebook" },
  },
  {
    path: "official-grades/:official(\\d+)?",
    name: "official",
    component: () => import("./pages/OfficialPage.vue"),
    props: (route) => ({
      slug: String(route.params.slug),
      official: route.params.official ? Number(route.params.official) : null,
    }),
    meta: { place: "gradebook" },
  },
  {
    path: "grade/:id(\\d+)/:person(\\d+)?",
    name: "grade",
    component: () => import("./pages/GradingPage.vue"),
    props: (route) => ({
      slug: String(route.params.slug),
      id: Number(route.params.id),
      person: route.params.person ? Number(route.params.person) : null,
    }),
    meta: { place: "gradebook", thin: true },
  },
] satisfies RouteRecordRaw[];

import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";
import WeekPage from "./pages/WeekPage.vue";

const props = (route: RouteLocationNormalized) => ({
  slug: String(route.params.slug),
  routeKey: String(route.params.key),
});

export default [
  { path: "", name: "course", component: { render: () => null }, meta: { place: "week", across: true } },
  { path: "week/:key", name: "week", component: WeekPage, props, meta: { place: "week", across: true } },
  {
    path: "class/:number(\\d+)",
    name: "class",
    component: () => import("./pages/ClassPage.vue"),
    props: (route) => ({ slug: String(route.params.slug), number: Number(route.params.number) }),
    meta: { place: "week", across: true },
  },
  { path: "module/:key", name: "module", component: WeekPage, props, meta: { place: "week", across: true } },
] satisfies RouteRecordRaw[];

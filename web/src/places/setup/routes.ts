import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";

const props = (route: RouteLocationNormalized) => ({
  slug: String(route.params.slug),
  part: String(route.params.part),
});

/** Outside of any course. */
export const ownRoutes = [
  { path: "/new-course", name: "new-course", component: () => import("./pages/NewCoursePage.vue") },
] satisfies RouteRecordRaw[];

export default [
  { path: "setup", redirect: (to) => `${to.path.replace(/\/$/, "")}/schedule` },
  {
    path: "setup/:part(begin|schedule|rhythm|paste|move|grading|check|allowances|systems|history|course)",
    name: "setup",
    component: () => import("./pages/SetupPage.vue"),
    props,
    meta: { place: "setup" },
  },
  {
    path: "systems/:system",
    name: "system-access",
    component: () => import("./pages/AccessPage.vue"),
    props: (route) => ({ slug: String(route.params.slug), system: String(route.params.system) }),
    meta: { place: "setup" },
  },
  {
    path: "picked/:picking",
    name: "picked",
    component: () => import("./pages/PickedPage.vue"),
    props: (route) => ({ slug: String(route.params.slug), picking: String(route.params.picking) }),
    meta: { place: "setup" },
  },
] satisfies RouteRecordRaw[];

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
    path: "setup/:part(begin|schedule|rhythm|paste|move|grading|check|allowances|history|course)",
    name: "setup",
    component: () => import("./pages/SetupPage.vue"),
    props,
    meta: { place: "setup" },
  },
] satisfies RouteRecordRaw[];

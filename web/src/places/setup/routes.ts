import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";

const props = (route: RouteLocationNormalized) => ({
  slug: String(route.params.slug),
  part: String(route.params.part),
});

export default [
  { path: "setup", redirect: (to) => `${to.path.replace(/\/$/, "")}/schedule` },
  {
    path: "setup/:part(schedule|rhythm|paste|move|check|allowances|history)",
    name: "setup",
    component: () => import("./pages/SetupPage.vue"),
    props,
    meta: { place: "setup" },
  },
] satisfies RouteRecordRaw[];

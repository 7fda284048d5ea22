import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";

const props = (route: RouteLocationNormalized) => ({
  slug: String(route.params.slug),
  part: String(route.params.part),
});

export default [
  { path: "library", redirect: (to) => `${to.path.replace(/\/$/, "")}/syllabus` },
  {
    path: "library/:part(syllabus|people|handouts|tools|errata|faq|tour)",
    name: "library",
    component: () => import("./pages/LibraryPage.vue"),
    props,
    meta: { place: "library" },
  },
] satisfies RouteRecordRaw[];

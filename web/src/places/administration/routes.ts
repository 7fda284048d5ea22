import type { RouteRecordRaw } from "vue-router";

export default [
  { path: "/administration", redirect: "/administration/terms" },
  {
    path: "/administration/:part(terms|courses|people|systems|log)",
    name: "administration",
    component: () => import("./pages/AdministrationPage.vue"),
    props: true,
  },
] satisfies RouteRecordRaw[];

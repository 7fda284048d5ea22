import type { RouteRecordRaw } from "vue-router";

export default [
  { path: "/account", name: "account", component: () => import("./pages/AccountPage.vue") },
  {
    path: "/join/:code?",
    name: "join",
    component: () => import("./pages/JoinPage.vue"),
    props: (route) => ({ code: String(route.params.code ?? "") }),
  },
] satisfies RouteRecordRaw[];

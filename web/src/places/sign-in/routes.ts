import type { RouteRecordRaw } from "vue-router";

const secret = (route: { params: Record<string, string | string[]> }) => ({
  secret: String(route.params.secret),
});

/** `outside`: before one is signed in. */
export default [
  {
    path: "/sign-in",
    name: "sign-in",
    component: () => import("./pages/SignIn.vue"),
    meta: { outside: true },
  },
  { path: "/forgotten", component: () => import("./pages/ForgottenPage.vue"), meta: { outside: true } },
  {
    path: "/password/:secret",
    component: () => import("./pages/PasswordPage.vue"),
    props: secret,
    meta: { outside: true },
  },
  {
    path: "/invitation/:secret",
    component: () => import("./pages/InvitationPage.vue"),
    props: secret,
    meta: { outside: true },
  },
] satisfies RouteRecordRaw[];

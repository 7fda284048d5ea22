import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";

const ids = (route: RouteLocationNormalized) => ({
  slug: String(route.params.slug),
  bank: Number(route.params.bank ?? 0),
  question: Number(route.params.question ?? 0),
});
const meta = { place: "library" };

export default [
  {
    path: "library/questions/:bank(\\d+)?",
    name: "banks",
    component: () => import("./pages/BanksPage.vue"),
    props: ids,
    meta,
  },
  {
    path: "library/questions/:bank(\\d+)/new",
    name: "new-question",
    component: () => import("./pages/QuestionPage.vue"),
    props: ids,
    meta,
  },
  {
    path: "library/question/:question(\\d+)",
    name: "bank-question",
    component: () => import("./pages/QuestionPage.vue"),
    props: ids,
    meta,
  },
] satisfies RouteRecordRaw[];

import type { RouteLocationNormalized, RouteRecordRaw } from "vue-router";

const ids = (route: RouteLocationNormalized) => ({
  slug: String(route.params.slug),
  id: Number(route.params.id),
  number: Number(route.params.number ?? 0),
  person: Number(route.params.person ?? 0),
  question: Number(route.params.question ?? 0),
});
const meta = { place: "week", thin: true };
const at = "quiz/:id(\\d+)";

export default [
  { path: at, name: "quiz", component: () => import("./pages/TakingPage.vue"), props: ids, meta },
  {
    path: `${at}/review/:number(\\d+)`,
    name: "quiz-review",
    component: () => import("./pages/ReviewPage.vue"),
    props: ids,
    meta,
  },
  {
    path: `${at}/class`,
    name: "quiz-class",
    component: () => import("./pages/ClassPage.vue"),
    props: ids,
    meta,
  },
  {
    path: `${at}/class/:person(\\d+)/:number(\\d+)`,
    name: "quiz-of",
    component: () => import("./pages/ReviewPage.vue"),
    props: ids,
    meta,
  },
  {
    path: `${at}/class/answers/:question(\\d+)`,
    name: "quiz-answers",
    component: () => import("./pages/AnswersPage.vue"),
    props: ids,
    meta,
  },
  {
    path: `${at}/figures`,
    name: "quiz-figures",
    component: () => import("./pages/FiguresPage.vue"),
    props: ids,
    meta,
  },
  {
    path: `${at}/sheets`,
    name: "quiz-sheets",
    component: () => import("./pages/SheetsPage.vue"),
    props: ids,
    meta,
  },
  {
    path: `${at}/questions`,
    name: "quiz-setup",
    component: () => import("./pages/SetupPage.vue"),
    props: ids,
    meta,
  },
] satisfies RouteRecordRaw[];

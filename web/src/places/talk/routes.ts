import type { RouteRecordRaw } from "vue-router";

export default [
  {
    path: "talk",
    name: "talk",
    component: () => import("./pages/TalkPage.vue"),
    props: (route) => ({ slug: String(route.params.slug) }),
    meta: { place: "talk" },
  },
  {
    path: "talk/discussions",
    name: "discussions",
    component: () => import("./pages/DiscussionsPage.vue"),
    props: (route) => ({ slug: String(route.params.slug) }),
    meta: { place: "talk" },
  },
  {
    path: "talk/questions",
    name: "questions",
    component: () => import("./pages/QuestionsPage.vue"),
    props: (route) => ({ slug: String(route.params.slug) }),
    meta: { place: "talk" },
  },
  {
    path: "talk/messages/:thread(\\d+)?",
    name: "messages",
    component: () => import("./pages/MessagesPage.vue"),
    props: (route) => ({ slug: String(route.params.slug), thread: Number(route.params.thread) || null }),
    meta: { place: "talk" },
  },
] satisfies RouteRecordRaw[];

import { createRouter, createWebHistory, type RouteRecordRaw } from "vue-router";
import accountRoutes from "@/places/account/routes";
import administrationRoutes from "@/places/administration/routes";
import deskRoutes from "@/places/desk/routes";
import gradingRoutes from "@/places/grading/routes";
import itemRoutes from "@/places/item/routes";
import libraryRoutes from "@/places/library/routes";
import quizRoutes from "@/places/quiz/routes";
import questionRoutes from "@/places/questions/routes";
import ownWorkRoutes from "@/places/own-work/routes";
import outboxRoutes from "@/places/outbox/routes";
import receiptRoutes from "@/places/receipt/routes";
import signInRoutes from "@/places/sign-in/routes";
import rosterRoutes from "@/places/roster/routes";
import searchRoutes from "@/places/search/routes";
import setupRoutes, { ownRoutes as newCourse } from "@/places/setup/routes";
import standingRoutes from "@/places/standing/routes";
import noticeRoutes from "@/places/notices/routes";
import talkRoutes from "@/places/talk/routes";
import termRoutes from "@/places/term/routes";
import todayRoutes from "@/places/today/routes";
import weekRoutes from "@/places/week/routes";
import CourseFrame from "./shell/CourseFrame.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { followInnerLinks } from "./inner-links";
import { keepFocusInPage } from "./refocus";
import { holdTab, mayLeave } from "@/frame/unsaved";

const routes: RouteRecordRaw[] = [
  ...todayRoutes,
  ...deskRoutes,
  ...signInRoutes,
  ...outboxRoutes,
  ...noticeRoutes,
  ...receiptRoutes,
  ...ownWorkRoutes,
  ...accountRoutes,
  ...administrationRoutes,
  ...newCourse,
  {
    path: "/c/:slug",
    component: CourseFrame,
    // Not all params: one called `key` would make Vue build the whole frame anew for every week.
    props: (route) => ({ slug: String(route.params.slug) }),
    children: [
      ...weekRoutes,
      ...itemRoutes,
      ...termRoutes,
      ...standingRoutes,
      ...talkRoutes,
      ...libraryRoutes,
      ...questionRoutes,
      ...quizRoutes,
      ...rosterRoutes,
      ...searchRoutes,
      ...gradingRoutes,
      ...setupRoutes,
    ],
  },
  { path: "/:rest(.*)*", name: "nothing", component: NothingHere },
];

export const router = createRouter({
  history: createWebHistory(),
  routes,
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? false : { top: 0 }),
});

// What is typed and not saved is asked about, whichever way somebody leaves.
router.beforeEach((to, from) => to.path === from.path || mayLeave());
holdTab();
followInnerLinks(router);
keepFocusInPage(router);

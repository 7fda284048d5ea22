import type { RouteRecordRaw } from "vue-router";
import { deskPath } from "@/frame/addresses";

export default [
  { path: deskPath, name: "desk", component: () => import("./pages/DeskPage.vue"), meta: { across: true } },
] satisfies RouteRecordRaw[];

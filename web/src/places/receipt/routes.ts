import type { RouteRecordRaw } from "vue-router";

export default [
  {
    path: "/receipts/:number",
    name: "receipt",
    props: true,
    component: () => import("./pages/ReceiptPage.vue"),
  },
] satisfies RouteRecordRaw[];

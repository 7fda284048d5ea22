import { QueryClient, VueQueryPlugin } from "@tanstack/vue-query";
import { createApp } from "vue";
import { NoAnswer, Problem } from "@/api/client";
import { i18n } from "@/i18n";
import "@/ui/tokens.css";
import { keepWhatIsOpened } from "@/frame/keeping";
import App from "./App.vue";
import { router } from "./router";

const RETRIES = 2;
const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      // Asked for without a connection too: what was opened before is answered from this device.
      networkMode: "always",
      refetchOnReconnect: true,
      retry: (count, error) => !(error instanceof Problem) && count < RETRIES,
    },
  },
});

/** A write that failed has said so where it was made (`useWrite`): nothing is left to report. */
const wasSaid = (error: unknown): boolean => error instanceof Problem || error instanceof NoAnswer;

const app = createApp(App);
app.config.errorHandler = (error) => {
  if (!wasSaid(error)) console.error(error);
};
addEventListener("unhandledrejection", (event) => {
  if (wasSaid(event.reason)) event.preventDefault();
});
app.use(i18n).use(router).use(VueQueryPlugin, { queryClient: queries }).mount("#app");
void keepWhatIsOpened(router);

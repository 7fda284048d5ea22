import { computed } from "vue";
import { useRoute, useRouter, type LocationQueryRaw } from "vue-router";
import type { TalkWish } from "@/api/reads";

const VIEWS = ["time", "unanswered", "new", "mine"] as const;
export type View = (typeof VIEWS)[number];

const number = (said: unknown): number | undefined => Number(said) || undefined;

/** What of a discussion is shown stands in the address: the view, the page, a post that a link leads to, a group. */
export function useTalkWish() {
  const route = useRoute();
  const router = useRouter();
  const wish = computed<TalkWish>(() => ({
    view: VIEWS.find((v) => v === route.query.view) ?? "time",
    page: number(route.query.page),
    post: number(route.query.post),
    thread: number(route.query.thread),
    group: number(route.query.group),
  }));
  const show = (query: LocationQueryRaw) =>
    router.push({ query: { group: route.query.group, ...query }, hash: "" });
  return { wish, show, scoring: computed(() => route.query.class === "1") };
}

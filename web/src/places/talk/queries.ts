import { useInfiniteQuery } from "@tanstack/vue-query";
import { client, told } from "@/api/client";
import { courseWritten } from "@/api/reads";

/** An announcement made of what the course knows of a week: what is due, what to start, what is new. */
export const draftOfWeek = (slug: string, key: string) =>
  told(client.GET("/api/courses/{slug}/weeks/{key}/announcement", { params: { path: { slug, key } } }));

const FIRST = undefined as number | undefined;

export const useThreads = (slug: () => string, search: () => string) =>
  useInfiniteQuery({
    ...courseWritten(slug).threads(search),
    initialPageParam: FIRST,
    getNextPageParam: (page) => (page.more ? page.threads.at(-1)?.last : undefined),
    placeholderData: (before) => before,
  });

export const useThread = (slug: () => string, id: () => number) =>
  useInfiniteQuery({
    ...courseWritten(slug).thread(id),
    initialPageParam: FIRST,
    getNextPageParam: (page) => (page.more ? page.messages[0]?.id : undefined),
  });

import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import type { Get } from "./read";

/** Messages of a course: threads, and one of them; each the newest first, a page at a time. */
export function courseWritten(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "path" satisfies Side, "written", ...rest);
  return {
    threads: (search: Get<string>) => ({
      queryKey: key("threads", search),
      queryFn: ({ pageParam }: { pageParam: number | undefined }) =>
        told(
          client.GET("/api/courses/{slug}/messages", {
            params: { path: { slug: slug() }, query: { q: search(), before: pageParam } },
          }),
        ),
    }),
    thread: (id: Get<number>) => ({
      queryKey: key("thread", id),
      queryFn: ({ pageParam }: { pageParam: number | undefined }) =>
        told(
          client.GET("/api/courses/{slug}/messages/{thread_id}", {
            params: { path: { slug: slug(), thread_id: id() }, query: { before: pageParam } },
          }),
        ),
    }),
  };
}

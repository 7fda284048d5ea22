import { keepPreviousData, useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { courseBook, courseClass, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useGradebook = (slug: () => string) => useQuery(courseBook(slug).whole());

/** Everything about one cell, and the one before it while the next is read. */
export const useCell = (slug: () => string, item: () => number, person: () => number) =>
  useQuery({ ...courseBook(slug).cell(item, person), placeholderData: keepPreviousData });

export const useQueue = (slug: () => string, id: () => number) => useQuery(courseClass(slug).queue(id));

export const useWork = (slug: () => string, id: () => number, person: () => number | null) =>
  useQuery({ ...courseClass(slug).work(id, person), enabled: () => person() !== null });

export function useGradingWrites(slug: () => string, id: () => number) {
  return {
    save: useWrite(
      (wish: { person: number } & Shapes["ScoreIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/score", {
            params: { path: { slug: slug(), item_id: id(), person_id: wish.person } },
            body: wish,
            headers,
          }),
        ),
      () => touched.grading(slug()),
      true,
    ),
    release: useWrite(
      (_: null, headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/release", {
            params: { path: { slug: slug(), item_id: id() } },
            headers,
          }),
        ),
      () => touched.grading(slug()),
    ),
  };
}

import { useQuery } from "@tanstack/vue-query";
import { client, seeing, told, type Shapes } from "@/api/client";
import { coursePath, touched } from "@/api/reads";
import { isWalking } from "@/api/walk";
import { useWrite } from "@/frame/writes";

export const useLibrary = (slug: () => string) => useQuery(coursePath(slug).library());

export const useTour = (slug: () => string, wanted: () => boolean = () => true) =>
  useQuery({ ...coursePath(slug).tour(), enabled: wanted });

export function useLibraryWrites(slug: () => string) {
  const course = () => ({ path: { slug: slug() } });
  const entry = (id: number) => ({ path: { slug: slug(), entry_id: id } });
  return {
    tourSeen: useWrite(
      (_: null, headers) =>
        isWalking(slug())
          ? Promise.resolve({ id: 0, at: "" })
          : told(client.POST("/api/courses/{slug}/tour/seen", { params: course(), headers })),
      () => touched.library(slug()),
      true,
    ),
    make: useWrite(
      (body: Shapes["EntryIn"], headers) =>
        told(client.POST("/api/courses/{slug}/library", { params: course(), body, headers })),
      () => touched.library(slug()),
    ),
    change: useWrite(
      ({ id, edition, ...body }: { id: number; edition?: number } & Shapes["EntryChange"], headers) =>
        told(
          client.PATCH("/api/courses/{slug}/library/{entry_id}", {
            params: entry(id),
            body,
            headers: { ...headers, ...seeing(edition) },
          }),
        ),
      () => touched.library(slug()),
    ),
    step: useWrite(
      ({ id, ...body }: { id: number } & Shapes["StepIn"], headers) =>
        told(
          client.POST("/api/courses/{slug}/library/{entry_id}/steps", { params: entry(id), body, headers }),
        ),
      () => touched.library(slug()),
    ),
    settle: useWrite(
      (id: number, headers) =>
        told(
          client.PUT("/api/courses/{slug}/error-reports/{report_id}", {
            params: { path: { slug: slug(), report_id: id } },
            body: { settled: true },
            headers,
          }),
        ),
      () => touched.library(slug()),
    ),
    syllabus: useWrite(
      (item: number, headers) =>
        told(
          client.PUT("/api/courses/{slug}/syllabus", { params: course(), body: { item_id: item }, headers }),
        ),
      () => touched.layout(slug()),
    ),
  };
}

import { useQuery } from "@tanstack/vue-query";
import { client, seeing, told, type Shapes } from "@/api/client";
import { courseClass, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useRoster = (slug: () => string) => useQuery(courseClass(slug).roster());

export const useModuleProgress = (slug: () => string, module: () => number) =>
  useQuery(courseClass(slug).progress(module));

export const useAbsences = (slug: () => string) => useQuery(courseClass(slug).absences());

export function useRosterWrites(slug: () => string) {
  return {
    keepGroup: useWrite(
      ({ id, edition, ...body }: { id: number | null; edition?: number } & Shapes["GroupIn"], headers) =>
        id === null
          ? told(
              client.POST("/api/courses/{slug}/groups", {
                params: { path: { slug: slug() } },
                body,
                headers,
              }),
            )
          : told(
              client.PUT("/api/courses/{slug}/groups/{group_id}", {
                params: { path: { slug: slug(), group_id: id } },
                body,
                headers: { ...headers, ...seeing(edition) },
              }),
            ),
      () => touched.groups(slug()),
    ),
    removeGroup: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/groups/{group_id}", {
            params: { path: { slug: slug(), group_id: id } },
            headers,
          }),
        ),
      () => touched.groups(slug()),
    ),
    seen: useWrite(
      ({ id, seen }: { id: number; seen: boolean }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/absences/{absence_id}/seen", {
            params: { path: { slug: slug(), absence_id: id } },
            body: { seen },
            headers,
          }),
        ),
      () => touched.absences(slug()),
    ),
    mark: useWrite(
      ({ item, person, ...body }: { item: number; person: number } & Shapes["MarkIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/people/{person_id}", {
            params: { path: { slug: slug(), item_id: item, person_id: person } },
            body,
            headers,
          }),
        ),
      () => touched.grading(slug()),
    ),
  };
}

import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { useWrite } from "@/api/writes";

export const useRoster = (slug: () => string) =>
  useQuery({
    queryKey: ["roster", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/roster", { params: { path: { slug: slug() } } })),
  });

export const useModuleProgress = (slug: () => string, module: () => number) =>
  useQuery({
    queryKey: ["module-progress", slug, module],
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/progress/{module_id}", {
          params: { path: { slug: slug(), module_id: module() } },
        }),
      ),
  });

export function useRosterWrites(slug: () => string) {
  return {
    keepGroup: useWrite(({ id, ...body }: { id: number | null } & Shapes["GroupIn"], headers) =>
      id === null
        ? told(
            client.POST("/api/courses/{slug}/groups", { params: { path: { slug: slug() } }, body, headers }),
          )
        : told(
            client.PUT("/api/courses/{slug}/groups/{group_id}", {
              params: { path: { slug: slug(), group_id: id } },
              body,
              headers,
            }),
          ),
    ),
    removeGroup: useWrite((id: number, headers) =>
      told(
        client.DELETE("/api/courses/{slug}/groups/{group_id}", {
          params: { path: { slug: slug(), group_id: id } },
          headers,
        }),
      ),
    ),
    seen: useWrite(({ id, seen }: { id: number; seen: boolean }, headers) =>
      told(
        client.PUT("/api/courses/{slug}/absences/{absence_id}/seen", {
          params: { path: { slug: slug(), absence_id: id } },
          body: { seen },
          headers,
        }),
      ),
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
    ),
  };
}

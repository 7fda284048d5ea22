import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { courseSystems, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const usePicking = (slug: () => string, picking: () => string) =>
  useQuery(courseSystems(slug).picking(picking));
export const useAccess = (slug: () => string, system: () => string) =>
  useQuery(courseSystems(slug).access(system));

export const usePlacing = (slug: () => string, picking: () => string) =>
  useWrite(
    (items: Shapes["PlaceOne"][], headers) =>
      told(
        client.POST("/api/courses/{slug}/pickings/{picking_key}/place", {
          params: { path: { slug: slug(), picking_key: picking() } },
          body: { items },
          headers,
        }),
      ),
    () => touched.layout(slug()),
    true,
  );

export function useAccessWrites(slug: () => string, system: () => string) {
  const path = () => ({ slug: slug(), system_key: system() });
  return {
    say: useWrite(
      ({ person, ...body }: { person: number } & Shapes["AccessIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/systems/{system_key}/access/{person_id}", {
            params: { path: { ...path(), person_id: person } },
            body,
            headers,
          }),
        ),
      () => touched.linked(slug()),
    ),
    list: useWrite(
      (body: Shapes["AccessText"], headers) =>
        told(
          client.POST("/api/courses/{slug}/systems/{system_key}/access-list", {
            params: { path: path() },
            body,
            headers,
          }),
        ),
      (body) => (body.confirm ? touched.linked(slug()) : touched.nothing()),
      true,
    ),
  };
}

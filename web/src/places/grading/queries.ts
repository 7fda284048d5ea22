import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { useWrite } from "@/api/writes";

export const useGradebook = (slug: () => string) =>
  useQuery({
    queryKey: ["gradebook", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/gradebook", { params: { path: { slug: slug() } } })),
  });

export const useQueue = (slug: () => string, id: () => number) =>
  useQuery({
    queryKey: ["queue", slug, id],
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/items/{item_id}/hand-ins", {
          params: { path: { slug: slug(), item_id: id() } },
        }),
      ),
  });

export const useWork = (slug: () => string, id: () => number, person: () => number | null) =>
  useQuery({
    queryKey: ["work", slug, id, person],
    enabled: () => person() !== null,
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}", {
          params: { path: { slug: slug(), item_id: id(), person_id: person() ?? 0 } },
        }),
      ),
  });

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
      true,
    ),
    release: useWrite((_: null, headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/release", {
          params: { path: { slug: slug(), item_id: id() } },
          headers,
        }),
      ),
    ),
  };
}

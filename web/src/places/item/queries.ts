import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { useWrite } from "@/api/writes";

export const useMyWork = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({
    queryKey: ["my-work", slug, id],
    enabled: wanted,
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/items/{item_id}/hand-in", {
          params: { path: { slug: slug(), item_id: id() } },
        }),
      ),
  });

/** What a student does with an item. */
export function useItemWrites(slug: () => string, id: () => number) {
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  return {
    opened: useWrite(
      (_: null, headers) =>
        told(client.POST("/api/courses/{slug}/items/{item_id}/opened", { params: params(), headers })),
      true,
    ),
    tick: useWrite((done: boolean, headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/tick", {
          params: params(),
          body: { done },
          headers,
        }),
      ),
    ),
    acknowledge: useWrite((edition: number, headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/acknowledgement", {
          params: params(),
          body: { edition },
          headers,
        }),
      ),
    ),
    removeFile: useWrite((file: number, headers) =>
      told(
        client.DELETE("/api/courses/{slug}/items/{item_id}/hand-in/files/{file_id}", {
          params: { path: { ...params().path, file_id: file } },
          headers,
        }),
      ),
    ),
    handIn: useWrite(
      (_: null, headers) =>
        told(client.POST("/api/courses/{slug}/items/{item_id}/hand-in", { params: params(), headers })),
      true,
    ),
    write: useWrite((text: Shapes["TextIn"], headers) =>
      told(client.PUT("/api/courses/{slug}/items/{item_id}/text", { params: params(), body: text, headers })),
    ),
  };
}

import { useQuery } from "@tanstack/vue-query";
import { client, insist, told, type Shapes } from "@/api/client";
import { courseItem, courseReviews, touched } from "@/api/reads";
import { isWalking, noteWalk } from "@/api/walk";
import { useStale, useWrite } from "@/frame/writes";

/** How often what others of a group wrote is looked for. */
const MATES_MS = 15_000;

export const useMyWork = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({
    ...courseItem(slug, id).myWork(),
    enabled: wanted,
    refetchInterval: ({ state }) => (state.data?.together?.name ? MATES_MS : false),
  });

/** What other students said of the reader's work. */
export const useOwnReadings = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({ ...courseReviews(slug, id).ofOwn(), enabled: wanted });

export const useEditions = (slug: () => string, id: () => number) =>
  useQuery(courseItem(slug, id).editions());

export const useChanges = (slug: () => string, id: () => number, since: () => number, until: () => number) =>
  useQuery({ ...courseItem(slug, id).changes(since, until), enabled: () => since() > 0 });

/** How far a recording was watched; what depends on it is read anew only when it becomes done. */
export const keepWatched = (slug: string, id: number, body: Shapes["WatchedIn"]) =>
  isWalking(slug)
    ? Promise.reject(new Error("nothing of a walk-through is kept"))
    : insist((headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/watched", {
            params: { path: { slug, item_id: id } },
            body,
            headers,
          }),
        ),
      );

/** In a walk-through what is done stays in this tab; the server only says where that leads. */
function useDoing(slug: () => string, id: () => number) {
  const stale = useStale();
  return async (did: string, on: boolean): Promise<Shapes["FactsOfItem"]> => {
    noteWalk(id(), did, on);
    const facts = await told(
      client.GET("/api/courses/{slug}/items/{item_id}/facts", {
        params: { path: { slug: slug(), item_id: id() } },
      }),
    );
    await stale(touched.doing(slug()));
    return facts;
  };
}

/** What is done with an item. */
export function useItemWrites(slug: () => string, id: () => number) {
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  const doing = useDoing(slug, id);
  const doings = () => touched.doing(slug());
  const layout = () => touched.layout(slug());
  return {
    walkHandIn: () => doing("h", true),
    walkScore: (percent: number) => doing(`s${percent}`, true),
    opened: useWrite(
      async (_: null, headers) =>
        isWalking(slug())
          ? doing("o", true)
          : told(client.POST("/api/courses/{slug}/items/{item_id}/opened", { params: params(), headers })),
      doings,
      true,
    ),
    tick: useWrite(
      async (done: boolean, headers) =>
        isWalking(slug())
          ? doing("t", done)
          : told(
              client.POST("/api/courses/{slug}/items/{item_id}/tick", {
                params: params(),
                body: { done },
                headers,
              }),
            ),
      doings,
    ),
    acknowledge: useWrite(
      async (edition: number, headers) =>
        isWalking(slug())
          ? doing("a", true)
          : told(
              client.POST("/api/courses/{slug}/items/{item_id}/acknowledgement", {
                params: params(),
                body: { edition },
                headers,
              }),
            ),
      doings,
    ),
    removeFile: useWrite(
      (file: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/items/{item_id}/hand-in/files/{file_id}", {
            params: { path: { ...params().path, file_id: file } },
            headers,
          }),
        ),
      doings,
    ),
    removeItemFile: useWrite(
      (file: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/items/{item_id}/files/{file_id}", {
            params: { path: { ...params().path, file_id: file } },
            headers,
          }),
        ),
      layout,
    ),
    handIn: useWrite(
      ({ key, ...seen }: { attempt: number; edition: number; key: string }) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/hand-in", {
            params: { ...params(), query: seen },
            headers: { "Idempotency-Key": key },
          }),
        ),
      doings,
      true,
    ),
    write: useWrite(
      (text: Shapes["TextIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/text", { params: params(), body: text, headers }),
        ),
      layout,
      true,
    ),
  };
}

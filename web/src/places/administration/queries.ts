import { useInfiniteQuery, useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { place, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export type State = "" | Shapes["KeptCourse"]["state"];

export const useTerms = () => useQuery(place.terms());
export const useCourses = (find: () => string, state: () => State) => useQuery(place.courses(find, state));
export const usePeople = (find: () => string, rights: () => boolean) => useQuery(place.people(find, rights));
/** The latest first, a page at a time. */
export const useLog = (find: () => string) =>
  useInfiniteQuery({
    ...place.log(find),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.next ?? undefined,
  });

const at = (person_id: number) => ({ path: { person_id } });

export const usePlaceWrites = () => ({
  term: useWrite(
    ({ id, ...body }: { id: number | null } & Shapes["TermIn"], headers) =>
      id === null
        ? told(client.POST("/api/administration/terms", { body, headers }))
        : told(
            client.PUT("/api/administration/terms/{term_id}", {
              params: { path: { term_id: id } },
              body,
              headers,
            }),
          ),
    () => touched.place(),
    true,
  ),
  removeTerm: useWrite(
    (id: number, headers) =>
      told(
        client.DELETE("/api/administration/terms/{term_id}", { params: { path: { term_id: id } }, headers }),
      ),
    () => touched.place(),
  ),
  back: useWrite(
    (id: number, headers) =>
      told(
        client.POST("/api/administration/courses/{course_id}/back", {
          params: { path: { course_id: id } },
          headers,
        }),
      ),
    () => touched.place(),
  ),
});

/** Rights, merging, and looking as somebody. */
export const usePersonWrites = () => ({
  rights: useWrite(
    ({ id, ...body }: { id: number } & Shapes["RightsIn"], headers) =>
      told(client.PUT("/api/administration/people/{person_id}", { params: at(id), body, headers })),
    () => touched.place(),
  ),
  merge: useWrite(
    ({ id, gone }: { id: number; gone: number }, headers) =>
      told(
        client.POST("/api/administration/people/{person_id}/merge", {
          params: at(id),
          body: { gone },
          headers,
        }),
      ),
    () => touched.place(),
    true,
  ),
  act: useWrite(
    (body: Shapes["ActIn"], headers) => told(client.POST("/api/administration/acting", { body, headers })),
    () => touched.nothing(),
    true,
  ),
});

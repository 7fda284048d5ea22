import { client, told } from "../client";
import type { Shapes } from "../client";
import { read, type Get } from "./read";

/** The whole place, as administrators see it. */
export const place = {
  terms: () => read(["place", "terms"], () => told(client.GET("/api/administration/terms"))),
  courses: (find: Get<string>, state: Get<Shapes["KeptCourse"]["state"] | "">) =>
    read(["place", "courses", find, state], () =>
      told(
        client.GET("/api/administration/courses", {
          params: { query: { find: find(), state: state() || null } },
        }),
      ),
    ),
  systems: () => read(["place", "systems"], () => told(client.GET("/api/systems"))),
  people: (find: Get<string>, rights: Get<boolean>) =>
    read(["place", "people", find, rights], () =>
      told(
        client.GET("/api/administration/people", { params: { query: { find: find(), rights: rights() } } }),
      ),
    ),
  log: (find: Get<string>) => ({
    queryKey: ["place", "log", find],
    queryFn: ({ pageParam }: { pageParam: number | undefined }) =>
      told(
        client.GET("/api/administration/log", {
          params: { query: { find: find(), ...(pageParam ? { before: pageParam } : {}) } },
        }),
      ),
  }),
};

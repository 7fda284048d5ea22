import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { courseLink, keyOf, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useLink = (slug: () => string, id: () => number) =>
  useQuery({ ...courseLink(slug, id).mine(), retry: false, refetchInterval: 30_000 });
export const useReports = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({ ...courseLink(slug, id).reports(), enabled: wanted, refetchInterval: 15_000 });

const LINK = "/api/courses/{slug}/items/{item_id}/link";

export function useLinkWrites(slug: () => string, id: () => number) {
  const queries = useQueryClient();
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  const keepMine = (found: Shapes["ItemLink"]) =>
    queries.setQueryData(keyOf(courseLink(slug, id).mine()), found);
  const keepReports = (found: Shapes["LinkReports"]) =>
    queries.setQueryData(keyOf(courseLink(slug, id).reports()), found);
  const all = () => touched.linked(slug());
  return {
    link: useWrite(
      (body: Shapes["LinkIn"], headers) => told(client.PUT(LINK, { params: params(), body, headers })),
      () => touched.layout(slug()),
      true,
    ),
    section: useWrite(
      async (_: null, headers) =>
        keepMine(await told(client.POST(`${LINK}/section`, { params: params(), headers }))),
      all,
    ),
    heard: useWrite(
      async (token: string, headers) =>
        keepMine(await told(client.POST(`${LINK}/told`, { params: params(), body: { token }, headers }))),
      all,
      true,
    ),
    asked: useWrite(
      (token: string, headers) =>
        told(client.POST(`${LINK}/asked`, { params: params(), body: { token }, headers })),
      () => touched.nothing(),
      true,
    ),
    fetch: useWrite(
      async (_: null, headers) =>
        keepReports(await told(client.POST(`${LINK}/fetch`, { params: params(), headers }))),
      all,
    ),
    settle: useWrite(
      async ({ person, take }: { person: number; take: boolean }, headers) =>
        keepReports(
          await told(
            client.PUT(`${LINK}/reports/{person_id}`, {
              params: { path: { ...params().path, person_id: person } },
              body: { take },
              headers,
            }),
          ),
        ),
      () => touched.grading(slug()),
    ),
  };
}

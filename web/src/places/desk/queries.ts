import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { own, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export type DeskRow = Shapes["DeskRow"];

export const useDesk = () => useQuery({ ...own.desk(), refetchOnWindowFocus: true });

export const useBehind = () => useQuery(own.behind());

/** What can be dealt with on the desk itself. */
export const useDealing = () => ({
  settle: useWrite(
    ({ row, settled }: { row: DeskRow; settled: boolean }, headers) =>
      told(
        client.PUT("/api/courses/{slug}/error-reports/{report_id}", {
          params: { path: { slug: row.slug, report_id: row.row_id ?? 0 } },
          body: { settled },
          headers,
        }),
      ),
    ({ row }) => touched.library(row.slug),
  ),
  remind: useWrite(
    (row: DeskRow, headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/hand-in-reminders", {
          params: { path: { slug: row.slug, item_id: row.item?.id ?? 0 } },
          headers,
        }),
      ),
    touched.nothing,
  ),
  see: useWrite(
    ({ row, seen }: { row: DeskRow; seen: boolean }, headers) =>
      told(
        client.PUT("/api/courses/{slug}/absences/{absence_id}/seen", {
          params: { path: { slug: row.slug, absence_id: row.row_id ?? 0 } },
          body: { seen },
          headers,
        }),
      ),
    ({ row }) => touched.absences(row.slug),
  ),
  release: useWrite(
    (row: DeskRow, headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/release", {
          params: { path: { slug: row.slug, item_id: row.item?.id ?? 0 } },
          headers,
        }),
      ),
    (row) => touched.grading(row.slug),
  ),
});

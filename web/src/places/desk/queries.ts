import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { useWrite } from "@/api/writes";

export type DeskRow = Shapes["DeskRow"];

export const useDesk = () =>
  useQuery({ queryKey: ["desk"], queryFn: () => told(client.GET("/api/desk")), refetchOnWindowFocus: true });

/** Who falls behind, asked for apart: it looks at every student's path. */
export const useBehind = () =>
  useQuery({ queryKey: ["desk-behind"], queryFn: () => told(client.GET("/api/desk/behind")) });

/** What can be dealt with on the desk itself. */
export const useDealing = () => ({
  settle: useWrite(({ row, settled }: { row: DeskRow; settled: boolean }, headers) =>
    told(
      client.PUT("/api/courses/{slug}/error-reports/{report_id}", {
        params: { path: { slug: row.slug, report_id: row.row_id ?? 0 } },
        body: { settled },
        headers,
      }),
    ),
  ),
  see: useWrite(({ row, seen }: { row: DeskRow; seen: boolean }, headers) =>
    told(
      client.PUT("/api/courses/{slug}/absences/{absence_id}/seen", {
        params: { path: { slug: row.slug, absence_id: row.row_id ?? 0 } },
        body: { seen },
        headers,
      }),
    ),
  ),
  release: useWrite((row: DeskRow, headers) =>
    told(
      client.POST("/api/courses/{slug}/items/{item_id}/release", {
        params: { path: { slug: row.slug, item_id: row.item?.id ?? 0 } },
        headers,
      }),
    ),
  ),
});

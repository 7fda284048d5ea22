import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { isWalking } from "@/api/walk";
import { useWrite } from "@/api/writes";

export const useLibrary = (slug: () => string) =>
  useQuery({
    queryKey: ["library", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/library", { params: { path: { slug: slug() } } })),
  });

export const useTour = (slug: () => string, wanted: () => boolean = () => true) =>
  useQuery({
    queryKey: ["tour", slug],
    enabled: wanted,
    queryFn: () => told(client.GET("/api/courses/{slug}/tour", { params: { path: { slug: slug() } } })),
  });

export function useLibraryWrites(slug: () => string) {
  const course = () => ({ path: { slug: slug() } });
  const entry = (id: number) => ({ path: { slug: slug(), entry_id: id } });
  return {
    tourSeen: useWrite(
      (_: null, headers) =>
        isWalking(slug())
          ? Promise.resolve({ id: 0, at: "" })
          : told(client.POST("/api/courses/{slug}/tour/seen", { params: course(), headers })),
      true,
    ),
    make: useWrite((body: Shapes["EntryIn"], headers) =>
      told(client.POST("/api/courses/{slug}/library", { params: course(), body, headers })),
    ),
    change: useWrite(({ id, ...body }: { id: number } & Shapes["EntryChange"], headers) =>
      told(client.PATCH("/api/courses/{slug}/library/{entry_id}", { params: entry(id), body, headers })),
    ),
    step: useWrite(({ id, ...body }: { id: number } & Shapes["StepIn"], headers) =>
      told(client.POST("/api/courses/{slug}/library/{entry_id}/steps", { params: entry(id), body, headers })),
    ),
    report: useWrite((body: Shapes["ReportIn"], headers) =>
      told(client.POST("/api/courses/{slug}/error-reports", { params: course(), body, headers })),
    ),
    settle: useWrite((id: number, headers) =>
      told(
        client.PUT("/api/courses/{slug}/error-reports/{report_id}", {
          params: { path: { slug: slug(), report_id: id } },
          body: { settled: true },
          headers,
        }),
      ),
    ),
    syllabus: useWrite((item: number, headers) =>
      told(
        client.PUT("/api/courses/{slug}/syllabus", { params: course(), body: { item_id: item }, headers }),
      ),
    ),
  };
}

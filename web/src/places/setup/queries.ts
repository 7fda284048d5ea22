import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { useWrite } from "@/api/writes";

const at = (slug: () => string) => ({ path: { slug: slug() } });

export const useSchedule = (slug: () => string) =>
  useQuery({
    queryKey: ["schedule", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/schedule", { params: at(slug) })),
  });

export const useCheck = (slug: () => string) =>
  useQuery({
    queryKey: ["check", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/date-check", { params: at(slug) })),
  });

export const useRhythms = (slug: () => string) =>
  useQuery({
    queryKey: ["rhythms", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/rhythms", { params: at(slug) })),
  });

export const useAllowances = (slug: () => string) =>
  useQuery({
    queryKey: ["allowances", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/allowances", { params: at(slug) })),
  });

export const readHolidays = (query: { country: string; subdivision: string; first: string; last: string }) =>
  told(client.GET("/api/holidays", { params: { query } }));

export const useHolidayPlaces = () =>
  useQuery({
    queryKey: ["holiday-places"],
    queryFn: () => told(client.GET("/api/holidays")),
    staleTime: Infinity,
  });

/** What the days that differ from the pattern are in another term. */
export const carriedDays = (slug: string, body: Shapes["NewTerm"]) =>
  told(client.POST("/api/courses/{slug}/term-move/days", { params: { path: { slug } }, body }));

export const previewMove = (slug: string, body: Shapes["TermMoveIn"]) =>
  told(client.POST("/api/courses/{slug}/term-move/preview", { params: { path: { slug } }, body }));

export const previewRhythm = (slug: string, body: Shapes["RhythmIn"]) =>
  told(client.POST("/api/courses/{slug}/rhythms/preview", { params: { path: { slug } }, body }));

export const previewPaste = (slug: string, body: Shapes["PasteIn"]) =>
  told(client.POST("/api/courses/{slug}/paste/preview", { params: { path: { slug } }, body }));

/** Every change of Setup. */
export const useSetupWrites = (slug: () => string) => ({
  schedule: useWrite((body: Shapes["ScheduleIn"], headers) =>
    told(client.PUT("/api/courses/{slug}/schedule", { params: at(slug), body, headers })),
  ),
  opened: useWrite((done: boolean, headers) =>
    told(client.PUT("/api/courses/{slug}/opened", { params: at(slug), body: { done }, headers })),
  ),
  move: useWrite((body: Shapes["TermMoveIn"], headers) =>
    told(client.POST("/api/courses/{slug}/term-move", { params: at(slug), body, headers })),
  ),
  fix: useWrite((keys: string[], headers) =>
    told(client.POST("/api/courses/{slug}/date-check/fix", { params: at(slug), body: { keys }, headers })),
  ),
  waive: useWrite((body: Shapes["WaiveIn"], headers) =>
    told(client.POST("/api/courses/{slug}/date-check/waive", { params: at(slug), body, headers })),
  ),
  copy: useWrite((body: Shapes["CopyIn"], headers) =>
    told(client.POST("/api/courses/{slug}/copy", { params: at(slug), body, headers })),
  ),
  stamp: useWrite((body: Shapes["RhythmIn"], headers) =>
    told(client.POST("/api/courses/{slug}/rhythms", { params: at(slug), body, headers })),
  ),
  paste: useWrite((body: Shapes["PasteIn"], headers) =>
    told(client.POST("/api/courses/{slug}/paste", { params: at(slug), body, headers })),
  ),
  allow: useWrite((body: Shapes["AllowanceIn"], headers) =>
    told(client.POST("/api/courses/{slug}/allowances", { params: at(slug), body, headers })),
  ),
  endAllowance: useWrite((id: number, headers) =>
    told(
      client.DELETE("/api/courses/{slug}/allowances/{allowance_id}", {
        params: { path: { slug: slug(), allowance_id: id } },
        headers,
      }),
    ),
  ),
});

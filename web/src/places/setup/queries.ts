import { useInfiniteQuery, useQuery } from "@tanstack/vue-query";
import { client, seeing, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { courseLayout, courseRules, general, own, touched, type HistoryQuery } from "@/api/reads";
import { useWrite } from "@/frame/writes";

const at = (slug: () => string) => ({ path: { slug: slug() } });

export const useSchedule = (slug: () => string) => useQuery(courseLayout(slug).schedule());
export const useCheck = (slug: () => string) => useQuery(courseLayout(slug).check());
export const useRhythms = (slug: () => string) => useQuery(courseLayout(slug).rhythms());
/** Changes of the course, the latest first, a page at a time. */
export const useHistory = (slug: () => string, query: () => HistoryQuery) =>
  useInfiniteQuery({
    ...courseLayout(slug).history(query),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.next ?? undefined,
  });
/** What a new course can be made of. */
export const useBeginnings = () => useQuery(own.beginnings());

export const useNewPlan = (wish: () => Shapes["NewTimesIn"], wanted: () => boolean) =>
  useQuery({ ...own.newPlan(wish), enabled: wanted, placeholderData: (before) => before, retry: false });

export const useBeginning = () => ({
  make: useWrite(
    (body: Shapes["NewCourseIn"], headers) => told(client.POST("/api/new-course", { body, headers })),
    () => touched.shelf(),
    true,
  ),
  copy: useWrite(
    ({ slug, ...body }: { slug: string } & Shapes["CopyIn"], headers) =>
      told(client.POST("/api/courses/{slug}/copy", { params: { path: { slug } }, body, headers })),
    () => touched.shelf(),
    true,
  ),
});

export const useRules = (slug: () => string) => useQuery(courseRules(slug).kept());
/** The rules as they are being typed, in sentences; those before stand until they are read. */
export const useSaidRules = (
  slug: () => string,
  wish: () => Shapes["GradingRulesIn"],
  wanted: () => boolean,
) =>
  useQuery({
    ...courseRules(slug).said(wish),
    enabled: wanted,
    placeholderData: (before) => before,
    retry: false,
  });
/** Whom they would move. */
export const useRulesEffect = (
  slug: () => string,
  wish: () => Shapes["GradingRulesIn"],
  wanted: () => boolean,
) => useQuery({ ...courseRules(slug).effect(wish), enabled: wanted, retry: false });

export const useHolidayPlaces = () => useQuery({ ...general.holidayPlaces(), staleTime: Infinity });

export const readHolidays = (query: { country: string; subdivision: string; first: string; last: string }) =>
  told(client.GET("/api/holidays", { params: { query } }));

/** What the days that differ from the pattern are in another term. */
export const carriedDays = (slug: string, body: Shapes["NewTerm"]) =>
  told(client.POST("/api/courses/{slug}/term-move/days", { params: { path: { slug } }, body }));

export const previewMove = (slug: string, body: Shapes["TermMoveIn"]) =>
  told(client.POST("/api/courses/{slug}/term-move/preview", { params: { path: { slug } }, body }));

export const previewRhythm = (slug: string, body: Shapes["RhythmIn"]) =>
  told(client.POST("/api/courses/{slug}/rhythms/preview", { params: { path: { slug } }, body }));

export const previewPaste = (slug: string, body: Shapes["PasteIn"]) =>
  told(client.POST("/api/courses/{slug}/paste/preview", { params: { path: { slug } }, body }));

/** The same of a file: a spreadsheet, a page, or text with separators. */
export const previewTable = (slug: string, file: File, order: string) =>
  upload<Shapes["Paste"]>(
    `/api/courses/${slug}/paste/file${order ? `?order=${order}` : ""}`,
    file,
    wishKey(),
    () => undefined,
  );

/** Every change of Setup. */
export const useSetupWrites = (slug: () => string) => ({
  schedule: useWrite(
    ({ edition, ...body }: { edition?: number } & Shapes["ScheduleIn"], headers) =>
      told(
        client.PUT("/api/courses/{slug}/schedule", {
          params: at(slug),
          body,
          headers: { ...headers, ...seeing(edition) },
        }),
      ),
    () => touched.course(slug()),
  ),
  name: useWrite(
    ({ edition, ...body }: { edition: number } & Shapes["Naming"], headers) =>
      told(
        client.PUT("/api/courses/{slug}/naming", {
          params: at(slug),
          body,
          headers: { ...headers, ...seeing(edition) },
        }),
      ),
    () => touched.course(slug()),
  ),
  dropDates: useWrite(
    (_: void, headers) => told(client.DELETE("/api/courses/{slug}/dates", { params: at(slug), headers })),
    () => touched.course(slug()),
  ),
  archive: useWrite(
    (archived: boolean, headers) =>
      told(client.PUT("/api/courses/{slug}/archived", { params: at(slug), body: { archived }, headers })),
    () => touched.course(slug()),
  ),
  remove: useWrite(
    (_: void, headers) => told(client.DELETE("/api/courses/{slug}", { params: at(slug), headers })),
    () => touched.overCourses(),
  ),
  rules: useWrite(
    ({ edition, ...body }: { edition: number } & Shapes["GradingRulesIn"], headers) =>
      told(
        client.PUT("/api/courses/{slug}/grading", {
          params: at(slug),
          body,
          headers: { ...headers, ...seeing(edition) },
        }),
      ),
    () => touched.course(slug()),
    true,
  ),
  opened: useWrite(
    (done: boolean, headers) =>
      told(client.PUT("/api/courses/{slug}/opened", { params: at(slug), body: { done }, headers })),
    () => touched.course(slug()),
  ),
  move: useWrite(
    (body: Shapes["TermMoveIn"], headers) =>
      told(client.POST("/api/courses/{slug}/term-move", { params: at(slug), body, headers })),
    () => touched.course(slug()),
  ),
  fix: useWrite(
    (keys: string[], headers) =>
      told(client.POST("/api/courses/{slug}/date-check/fix", { params: at(slug), body: { keys }, headers })),
    () => touched.layout(slug()),
  ),
  waive: useWrite(
    (body: Shapes["WaiveIn"], headers) =>
      told(client.POST("/api/courses/{slug}/date-check/waive", { params: at(slug), body, headers })),
    () => touched.check(slug()),
  ),
  resend: useWrite(
    (id: number, headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/link/dates", {
          params: { path: { slug: slug(), item_id: id } },
          headers,
        }),
      ),
    () => touched.layout(slug()),
  ),
  copy: useWrite(
    (body: Shapes["CopyIn"], headers) =>
      told(client.POST("/api/courses/{slug}/copy", { params: at(slug), body, headers })),
    () => touched.shelf(),
  ),
  stamp: useWrite(
    (body: Shapes["RhythmIn"], headers) =>
      told(
        client.POST("/api/courses/{slug}/rhythms", {
          params: at(slug),
          body,
          headers: { ...headers, ...(body.id === null ? {} : seeing(body.edition)) },
        }),
      ),
    () => touched.layout(slug()),
  ),
  paste: useWrite(
    (body: Shapes["RowsIn"], headers) =>
      told(client.POST("/api/courses/{slug}/paste", { params: at(slug), body, headers })),
    () => touched.layout(slug()),
    true,
  ),
});

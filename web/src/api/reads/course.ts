import { client, told, type Shapes } from "../client";
import type { paths } from "../schema";
import { read, type Get } from "./read";

/** What of a course's history is wanted. */
export type HistoryQuery = Omit<
  NonNullable<paths["/api/courses/{slug}/history"]["get"]["parameters"]["query"]>,
  "before"
>;

/** What of a course can turn stale together. Every key begins with the course, then with one of these. */
export type Side = "path" | "layout" | "class";
export const courseKey = (slug: Get<string> | string, ...rest: unknown[]): readonly unknown[] => [
  "course",
  slug,
  ...rest,
];

/** The course as its reader finds it: what is on the path, how far they are. */
export function coursePath(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "path" satisfies Side, ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });
  return {
    ribbon: () =>
      read(key("ribbon"), () => told(client.GET("/api/courses/{slug}/ribbon", { params: at({}) }))),
    sheet: (week: Get<string>) =>
      read(key("sheet", week), () =>
        told(client.GET("/api/courses/{slug}/weeks/{key}", { params: at({ key: week() }) })),
      ),
    classDay: (number: Get<number>) =>
      read(key("class", number), () =>
        told(client.GET("/api/courses/{slug}/classes/{number}", { params: at({ number: number() }) })),
      ),
    term: () => read(key("term"), () => told(client.GET("/api/courses/{slug}/term", { params: at({}) }))),
    standing: () =>
      read(key("standing"), () => told(client.GET("/api/courses/{slug}/standing", { params: at({}) }))),
    library: () =>
      read(key("library"), () => told(client.GET("/api/courses/{slug}/library", { params: at({}) }))),
    tour: () => read(key("tour"), () => told(client.GET("/api/courses/{slug}/tour", { params: at({}) }))),
    search: (text: Get<string>) =>
      read(key("search", text), () =>
        told(client.GET("/api/courses/{slug}/search", { params: { ...at({}), query: { q: text() } } })),
      ),
  };
}

/** The class as its teachers see it: who is where, what came in, what it is worth. */
export function courseClass(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "class" satisfies Side, ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });
  return {
    roster: () =>
      read(key("roster"), () => told(client.GET("/api/courses/{slug}/roster", { params: at({}) }))),
    people: () =>
      read(key("people"), () => told(client.GET("/api/courses/{slug}/people", { params: at({}) }))),
    codes: () => read(key("codes"), () => told(client.GET("/api/courses/{slug}/codes", { params: at({}) }))),
    progress: (module: Get<number>) =>
      read(key("progress", module), () =>
        told(client.GET("/api/courses/{slug}/progress/{module_id}", { params: at({ module_id: module() }) })),
      ),
    absences: () =>
      read(key("absences"), () => told(client.GET("/api/courses/{slug}/absences", { params: at({}) }))),
    strips: () =>
      read(key("strips"), () => told(client.GET("/api/courses/{slug}/class-strips", { params: at({}) }))),
    queue: (id: Get<number>) =>
      read(key("queue", id), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/hand-ins", { params: at({ item_id: id() }) })),
      ),
    work: (id: Get<number>, person: Get<number | null>) =>
      read(key("work", id, person), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}", {
            params: at({ item_id: id(), person_id: person() ?? 0 }),
          }),
        ),
      ),
  };
}

/** What came, waits and is held, by column of the gradebook. */
export const bookCounts = (slug: Get<string>) =>
  read(courseKey(slug, "class" satisfies Side, "gradebook", "counts"), () =>
    told(client.GET("/api/courses/{slug}/gradebook/counts", { params: { path: { slug: slug() } } })),
  );

/** The gradebook: what is graded and who, the cells of some students, one cell with everything behind it. */
export function courseBook(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "class" satisfies Side, ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });
  return {
    whole: () =>
      read(key("gradebook"), () => told(client.GET("/api/courses/{slug}/gradebook", { params: at({}) }))),
    rows: (people: readonly number[]) =>
      read(key("sheet-rows", people.join()), () =>
        told(
          client.GET("/api/courses/{slug}/gradebook/rows", {
            params: { ...at({}), query: { person: [...people] } },
          }),
        ),
      ),
    official: () =>
      read(key("gradebook", "official"), () =>
        told(client.GET("/api/courses/{slug}/official-grades", { params: at({}) })),
      ),
    officialSheet: (official: Get<number>) =>
      read(key("gradebook", "official", official), () =>
        told(
          client.GET("/api/courses/{slug}/official-grades/{official_id}", {
            params: at({ official_id: official() }),
          }),
        ),
      ),
    rubrics: () =>
      read(key("rubrics"), () => told(client.GET("/api/courses/{slug}/rubrics", { params: at({}) }))),
    remarks: () =>
      read(key("remarks"), () => told(client.GET("/api/courses/{slug}/remarks", { params: at({}) }))),
    cell: (item: Get<number>, person: Get<number>) =>
      read(key("gradebook", "cell", item, person), () =>
        told(
          client.GET("/api/courses/{slug}/gradebook/cells/{item_id}/{person_id}", {
            params: at({ item_id: item(), person_id: person() }),
          }),
        ),
      ),
  };
}

/** The course as it is laid out and set up. */
export function courseLayout(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "layout" satisfies Side, ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });
  return {
    schedule: () =>
      read(key("schedule"), () => told(client.GET("/api/courses/{slug}/schedule", { params: at({}) }))),
    check: () =>
      read(key("check"), () => told(client.GET("/api/courses/{slug}/date-check", { params: at({}) }))),
    rhythms: () =>
      read(key("rhythms"), () => told(client.GET("/api/courses/{slug}/rhythms", { params: at({}) }))),
    history: (query: Get<HistoryQuery>) => ({
      queryKey: key("history", query),
      queryFn: ({ pageParam }: { pageParam: number | undefined }) =>
        told(
          client.GET("/api/courses/{slug}/history", {
            params: { ...at({}), query: { ...query(), ...(pageParam ? { before: pageParam } : {}) } },
          }),
        ),
    }),
    allowances: () =>
      read(key("allowances"), () => told(client.GET("/api/courses/{slug}/allowances", { params: at({}) }))),
    copySource: () =>
      read(key("copy-source"), () => told(client.GET("/api/courses/{slug}/copy-in", { params: at({}) }))),
    conditions: (kind: Get<"item" | "part" | "module">, id: Get<number>) =>
      read(key("conditions", kind, id), () =>
        told(
          client.GET("/api/courses/{slug}/conditions/{kind}/{thing_id}", {
            params: at({ kind: kind(), thing_id: id() }),
          }),
        ),
      ),
  };
}

/** How the course grades. */
export function courseRules(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "layout" satisfies Side, "rules", ...rest);
  const at = () => ({ path: { slug: slug() } });
  return {
    kept: () => read(key(), () => told(client.GET("/api/courses/{slug}/grading", { params: at() }))),
    said: (wish: Get<Shapes["GradingRulesIn"]>) =>
      read(key("said", wish), () =>
        told(client.POST("/api/courses/{slug}/grading/said", { params: at(), body: wish() })),
      ),
    effect: (wish: Get<Shapes["GradingRulesIn"]>) =>
      read(key("effect", wish), () =>
        told(client.POST("/api/courses/{slug}/grading/effect", { params: at(), body: wish() })),
      ),
  };
}

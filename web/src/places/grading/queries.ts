import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/vue-query";
import { client, seeing, told, type Shapes } from "@/api/client";
import { bookCounts, courseBook, courseClass, courseReviews, keyOf, touched } from "@/api/reads";
import type { Mark } from "@/items/reading/MarkedFile.vue";
import { useWrite } from "@/frame/writes";

export const useGradebook = (slug: () => string) => useQuery(courseBook(slug).whole());

/** What came, waits and is held, by column. */
export const useBookCounts = (slug: () => string) => useQuery(bookCounts(slug));

/** Everything about one cell, and the one before it while the next is read. */
export const useCell = (slug: () => string, item: () => number, person: () => number) =>
  useQuery({ ...courseBook(slug).cell(item, person), placeholderData: keepPreviousData });

export const useQueue = (slug: () => string, id: () => number) => useQuery(courseClass(slug).queue(id));

export const useWork = (slug: () => string, id: () => number, person: () => number | null) =>
  useQuery({ ...courseClass(slug).work(id, person), enabled: () => person() !== null });

/** What other students said of the last work of somebody. */
export const useReadings = (slug: () => string, id: () => number, person: () => number | null) =>
  useQuery({
    ...courseReviews(slug, id).ofPerson(() => person() ?? 0),
    enabled: () => person() !== null,
  });

export function useGradingWrites(slug: () => string, id: () => number) {
  const queries = useQueryClient();
  return {
    save: useWrite(
      (wish: { person: number } & Shapes["ScoreIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/score", {
            params: { path: { slug: slug(), item_id: id(), person_id: wish.person } },
            body: wish,
            headers,
          }),
        ),
      () => touched.grading(slug()),
      true,
    ),
    mark: useWrite(
      async (wish: { person: number } & Shapes["ScoreIn"], headers) => {
        const work = await told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/marking", {
            params: { path: { slug: slug(), item_id: id(), person_id: wish.person } },
            body: wish,
            headers,
          }),
        );
        queries.setQueryData(keyOf(courseClass(slug).work(id, () => wish.person)), work);
        return work;
      },
      () => touched.grading(slug()),
      true,
    ),
    measure: useWrite(
      async (wish: { person: number } & Shapes["MeasureIn"], headers) => {
        const work = await told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/criterion", {
            params: { path: { slug: slug(), item_id: id(), person_id: wish.person } },
            body: wish,
            headers,
          }),
        );
        queries.setQueryData(keyOf(courseClass(slug).work(id, () => wish.person)), work);
        return work;
      },
      () => touched.grading(slug()),
      true,
    ),
    lookAgain: (person: number) =>
      queries.invalidateQueries({ queryKey: keyOf(courseClass(slug).work(id, () => person)) }),
    release: useWrite(
      (section: number | null, headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/release", {
            params: { path: { slug: slug(), item_id: id() }, query: { section } },
            headers,
          }),
        ),
      () => touched.grading(slug()),
    ),
    hold: useWrite(
      (hold: boolean, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hold", {
            params: { path: { slug: slug(), item_id: id() } },
            body: { hold },
            headers,
          }),
        ),
      () => touched.grading(slug()),
    ),
  };
}

export const useOfficial = (slug: () => string) => useQuery(courseBook(slug).official());

export const useOfficialSheet = (slug: () => string, id: () => number) =>
  useQuery(courseBook(slug).officialSheet(id));

/** Grades are kept for the record as they stand. */
export const useFreeze = (slug: () => string) =>
  useWrite(
    (body: Shapes["FreezeIn"], headers) =>
      told(
        client.POST("/api/courses/{slug}/official-grades", {
          params: { path: { slug: slug() } },
          body,
          headers,
        }),
      ),
    () => touched.official(slug()),
    true,
  );

export const useRubrics = (slug: () => string) => useQuery(courseBook(slug).rubrics());

/** Rubrics of the course, and by which of them an item is measured. */
export function useRubricWrites(slug: () => string, id: () => number) {
  const at = () => ({ slug: slug() });
  const all = () => touched.grading(slug());
  return {
    make: useWrite(
      (body: Shapes["RubricIn"], headers) =>
        told(client.POST("/api/courses/{slug}/rubrics", { params: { path: at() }, body, headers })),
      all,
      true,
    ),
    change: useWrite(
      ({ id: rubric, edition, wish }: { id: number; edition: number; wish: Shapes["RubricIn"] }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/rubrics/{rubric_id}", {
            params: { path: { ...at(), rubric_id: rubric } },
            body: wish,
            headers: { ...headers, ...seeing(edition) },
          }),
        ),
      all,
      true,
    ),
    remove: useWrite(
      (rubric: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/rubrics/{rubric_id}", {
            params: { path: { ...at(), rubric_id: rubric } },
            headers,
          }),
        ),
      all,
    ),
    use: useWrite(
      (rubric: number | null, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/rubric", {
            params: { path: { ...at(), item_id: id() } },
            body: { rubric_id: rubric },
            headers,
          }),
        ),
      all,
    ),
  };
}

export const useRemarks = (slug: () => string, wanted: () => boolean) =>
  useQuery({ ...courseBook(slug).remarks(), enabled: wanted });

/** Comments that are kept for again. */
export function useRemarkWrites(slug: () => string) {
  const at = (rest: { remark_id: number }) => ({ params: { path: { slug: slug(), ...rest } } });
  const kept = () => touched.remarks(slug());
  return {
    keep: useWrite(
      (text: string, headers) =>
        told(
          client.POST("/api/courses/{slug}/remarks", {
            params: { path: { slug: slug() } },
            body: { text },
            headers,
          }),
        ),
      kept,
    ),
    used: useWrite(
      (id: number, headers) =>
        told(
          client.POST("/api/courses/{slug}/remarks/{remark_id}/used", { ...at({ remark_id: id }), headers }),
        ),
      touched.nothing,
      true,
    ),
    remove: useWrite(
      (id: number, headers) =>
        told(client.DELETE("/api/courses/{slug}/remarks/{remark_id}", { ...at({ remark_id: id }), headers })),
      kept,
    ),
  };
}

/** What is said to somebody's work: each answer is the work as it stands then. */
export function useSayingWrites(slug: () => string, id: () => number, person: () => number) {
  const queries = useQueryClient();
  const at = () => ({ slug: slug(), item_id: id(), person_id: person() });
  const show = async (answer: Promise<Shapes["Work"]>): Promise<Shapes["Work"]> => {
    const work = await answer;
    queries.setQueryData(keyOf(courseClass(slug).work(id, () => work.person_id)), work);
    return work;
  };
  const all = () => [...touched.grading(slug()), ...touched.layout(slug())];
  const notes = "/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/notes";
  const note = `${notes}/{note_id}` as const;
  const comments = "/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/comments";
  const comment = `${comments}/{comment_id}` as const;
  const recorded = "/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/recorded";
  const one = `${recorded}/{attempt}` as const;
  const returned = "/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/returned";
  const attempt = `${returned}/{attempt}` as const;
  return {
    addNote: useWrite(
      (body: Mark, headers) => show(told(client.POST(notes, { params: { path: at() }, body, headers }))),
      touched.nothing,
    ),
    changeNote: useWrite(
      ({ note: note_id, words }: { note: number; words: string }, headers) =>
        show(told(client.PUT(note, { params: { path: { ...at(), note_id } }, body: { words }, headers }))),
      touched.nothing,
    ),
    removeNote: useWrite(
      (note_id: number, headers) =>
        show(told(client.DELETE(note, { params: { path: { ...at(), note_id } }, headers }))),
      touched.nothing,
    ),
    comment: useWrite(
      (body: Shapes["CommentIn"], headers) =>
        show(told(client.POST(comments, { params: { path: at() }, body, headers }))),
      touched.nothing,
      true,
    ),
    removeComment: useWrite(
      (comment_id: number, headers) =>
        show(told(client.DELETE(comment, { params: { path: { ...at(), comment_id } }, headers }))),
      touched.nothing,
    ),
    record: useWrite(
      (body: Shapes["RecordIn"], headers) =>
        show(told(client.POST(recorded, { params: { path: at() }, body, headers }))),
      all,
      true,
    ),
    forget: useWrite(
      ({ n, together }: { n: number; together: boolean }, headers) =>
        show(
          told(
            client.DELETE(one, { params: { path: { ...at(), attempt: n }, query: { together } }, headers }),
          ),
        ),
      all,
    ),
    giveBack: useWrite(
      (body: Shapes["ReturnIn"], headers) =>
        show(told(client.POST(returned, { params: { path: at() }, body, headers }))),
      all,
      true,
    ),
    keepAfterAll: useWrite(
      ({ n, together }: { n: number; together: boolean }, headers) =>
        show(
          told(
            client.DELETE(attempt, {
              params: { path: { ...at(), attempt: n }, query: { together } },
              headers,
            }),
          ),
        ),
      all,
    ),
  };
}

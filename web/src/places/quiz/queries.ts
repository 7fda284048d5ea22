import { useQuery } from "@tanstack/vue-query";
import { client, seeing, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import {
  courseQuiz,
  courseQuizClass,
  courseQuizQuestion,
  courseQuizSetup,
  courseQuizSheets,
  touched,
} from "@/api/reads";
import { useWrite } from "@/frame/writes";

type Answers = Shapes["GivenIn"]["answers"];

export const useSetup = (slug: () => string, id: () => number) => useQuery(courseQuizSetup(slug, id).setup());

export const usePreview = (slug: () => string, id: () => number, seed: () => string, wanted: () => boolean) =>
  useQuery({ ...courseQuizSetup(slug, id).preview(seed), enabled: wanted });

export const useReview = (slug: () => string, id: () => number, number: () => number, person: () => number) =>
  useQuery({ ...courseQuiz(slug, id).review(number), enabled: () => !person() });

export const useReviewOf = (
  slug: () => string,
  id: () => number,
  number: () => number,
  person: () => number,
) => useQuery({ ...courseQuizClass(slug, id).reviewOf(person, number), enabled: () => !!person() });

export const useFigures = (slug: () => string, id: () => number) =>
  useQuery(courseQuizClass(slug, id).figures());

const FOLLOW_MS = 10_000;
/** Followed while somebody looks: who has begun, and how far they are. */
export const useQuizClass = (slug: () => string, id: () => number) =>
  useQuery({ ...courseQuizClass(slug, id).class(), refetchInterval: FOLLOW_MS });

export const useAnswersTo = (
  slug: () => string,
  id: () => number,
  question: () => number,
  waiting: () => boolean,
  start: () => number,
) => useQuery(courseQuizQuestion(slug, id, question).answers(waiting, start));

export const useSheets = (slug: () => string, id: () => number) =>
  useQuery(courseQuizSheets(slug, id).sheets());

export const useSheet = (slug: () => string, id: () => number, code: () => string) =>
  useQuery({ ...courseQuizSheets(slug, id).sheet(code), enabled: () => !!code() });

/** Sheets made, thrown away, taken in and scored. */
export function useSheetWrites(slug: () => string, id: () => number) {
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  const grading = () => touched.grading(slug());
  const layout = () => touched.quiz(slug());
  return {
    make: useWrite(
      (_: void, headers) =>
        told(client.POST("/api/courses/{slug}/items/{item_id}/quiz-sheets", { params: params(), headers })),
      layout,
    ),
    /** As it is scored by now. */
    look: async (code: string) =>
      told(
        client.GET("/api/courses/{slug}/items/{item_id}/quiz-sheets/of/{code}", {
          params: { path: { ...params().path, code } },
        }),
      ),
    throwAway: useWrite(
      (_: void, headers) =>
        told(client.DELETE("/api/courses/{slug}/items/{item_id}/quiz-sheets", { params: params(), headers })),
      layout,
    ),
    score: useWrite(
      ({ code, scores }: { code: string; scores: Shapes["SheetScoreIn"][] }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/quiz-sheets/of/{code}", {
            params: { path: { ...params().path, code } },
            body: { scores },
            headers,
          }),
        ),
      grading,
      true,
    ),
  };
}

export const useRescoring = (slug: () => string, id: () => number, question: () => number) =>
  useQuery({ ...courseQuizQuestion(slug, id, question).rescoring(), enabled: () => !!question() });

/** How an answer is read; nothing of it is kept. */
export const readBack = (slug: string, id: number, body: Shapes["ReadIn"]) =>
  told(
    client.POST("/api/courses/{slug}/items/{item_id}/quiz/read", {
      params: { path: { slug, item_id: id } },
      body,
    }),
  );

export const practise = (slug: string, id: number, number: number, body: Shapes["FreshIn"]) =>
  told(
    client.POST("/api/courses/{slug}/items/{item_id}/quiz/attempts/{number}/fresh", {
      params: { path: { slug, item_id: id, number } },
      body,
    }),
  );

export const uploadAnswer = (
  at: { slug: string; id: number; number: number; answer: number; holder: string },
  file: File,
  onProgress: (share: number) => void,
) =>
  upload<Shapes["AnswerFile"][]>(
    `/api/courses/${at.slug}/items/${at.id}/quiz/attempts/${at.number}/answers/${at.answer}/files?holder=${encodeURIComponent(at.holder)}`,
    file,
    wishKey(),
    onProgress,
  );

/** One request, without a word of its own: whoever sends it knows what a failure means. */
export const sendAnswers = (slug: string, id: number, body: Shapes["AnswersIn"]) =>
  told(
    client.PUT("/api/courses/{slug}/items/{item_id}/quiz/answers", {
      params: { path: { slug, item_id: id } },
      body,
      headers: { "Idempotency-Key": wishKey() },
    }),
  );

/** What its student does with an attempt. */
export function useTakingWrites(slug: () => string, id: () => number) {
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  const doings = () => touched.doing(slug());
  const none = () => touched.nothing();
  return {
    takeOver: useWrite(
      (body: Shapes["HolderIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/quiz/holder", { params: params(), body, headers }),
        ),
      none,
    ),
    check: useWrite(
      (body: Shapes["CheckIn"], headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/quiz/check", { params: params(), body, headers }),
        ),
      none,
      true,
    ),
    goOn: useWrite(
      (body: Shapes["GoOnIn"], headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/quiz/next", { params: params(), body, headers }),
        ),
      none,
    ),
    handIn: useWrite(
      (body: Shapes["HandQuizIn"], headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/quiz/hand-in", {
            params: params(),
            body,
            headers,
          }),
        ),
      doings,
      true,
    ),
    removeFile: useWrite(
      (at: { number: number; answer: number; file: number; holder: string }, headers) =>
        told(
          client.DELETE(
            "/api/courses/{slug}/items/{item_id}/quiz/attempts/{number}/answers/{answer_id}/files/{file_id}",
            {
              params: {
                path: { ...params().path, number: at.number, answer_id: at.answer, file_id: at.file },
                query: { holder: at.holder },
              },
              headers,
            },
          ),
        ),
      none,
    ),
  };
}

/** What those who teach do with a quiz and its class. */
export function useClassWrites(slug: () => string, id: () => number) {
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  const of = (bank_question_id: number) => ({ path: { ...params().path, bank_question_id } });
  const to = (person_id: number) => ({ path: { ...params().path, person_id } });
  const grading = () => touched.grading(slug());
  return {
    setUp: useWrite(
      ({ edition, ...body }: { edition: number } & Shapes["QuizIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/quiz-setup", {
            params: params(),
            body,
            headers: { ...headers, ...seeing(edition) },
          }),
        ),
      () => touched.quiz(slug()),
      true,
    ),
    here: useWrite(
      ({ person, here }: { person: number; here: boolean }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/quiz-class/{person_id}/here", {
            params: to(person),
            body: { here },
            headers,
          }),
        ),
      grading,
    ),
    minutes: useWrite(
      ({ person, minutes }: { person: number; minutes: number }, headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/quiz-class/{person_id}/minutes", {
            params: to(person),
            body: { minutes },
            headers,
          }),
        ),
      grading,
    ),
    read: useWrite(
      ({ answer, ...body }: { answer: number } & Shapes["ReadQuestionIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/quiz-answers/{answer_id}", {
            params: { path: { ...params().path, answer_id: answer } },
            body,
            headers,
          }),
        ),
      grading,
      true,
    ),
    rescore: useWrite(
      ({ question, edition }: { question: number; edition: number }, headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/rescoring", {
            params: of(question),
            body: { edition },
            headers,
          }),
        ),
      grading,
    ),
    setBack: useWrite(
      (rescoring_id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/items/{item_id}/quiz-rescorings/{rescoring_id}", {
            params: { path: { ...params().path, rescoring_id } },
            headers,
          }),
        ),
      grading,
    ),
    rule: useWrite(
      ({ question, kind, why }: { question: number } & Required<Shapes["RulingIn"]>, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/ruling", {
            params: of(question),
            body: { kind, why },
            headers,
          }),
        ),
      grading,
    ),
    show: useWrite(
      (on: boolean, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/quiz-shown", {
            params: params(),
            body: { on },
            headers,
          }),
        ),
      grading,
    ),
  };
}

export type { Answers };

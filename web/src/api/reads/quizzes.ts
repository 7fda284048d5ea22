import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** One quiz: as its student stands with it, an attempt, its review; for teachers its setting and its class. */
export function courseQuiz(slug: Get<string>, id: Get<number>) {
  const key = (side: Side, ...rest: unknown[]) => courseKey(slug, side, "item", id, "quiz", ...rest);
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  const numbered = (number: Get<number>) => ({ path: { ...params().path, number: number() } });
  return {
    mine: () =>
      read(key("path", "mine"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/quiz", { params: params() })),
      ),
    attempt: (number: Get<number>, holder: Get<string>) =>
      read(key("path", "attempt", number, holder), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/quiz/attempts/{number}", {
            params: { ...numbered(number), query: { holder: holder() } },
          }),
        ),
      ),
    review: (number: Get<number>) =>
      read(key("path", "review", number), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/quiz/attempts/{number}/review", {
            params: numbered(number),
          }),
        ),
      ),
  };
}

/** How a quiz is set, and as one student has it. */
export function courseQuizSetup(slug: Get<string>, id: Get<number>) {
  const key = (side: Side, ...rest: unknown[]) => courseKey(slug, side, "item", id, "quiz", ...rest);
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  return {
    setup: () =>
      read(key("layout", "setup"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/quiz-setup", { params: params() })),
      ),
    preview: (seed: Get<string>) =>
      read(key("layout", "preview", seed), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/quiz-preview", {
            params: { ...params(), query: { seed: seed() } },
          }),
        ),
      ),
  };
}

/** How the class of a quiz stands, for those who teach. */
export function courseQuizClass(slug: Get<string>, id: Get<number>) {
  const key = (...rest: unknown[]) => courseKey(slug, "class" satisfies Side, "item", id, "quiz", ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), item_id: id(), ...rest } });
  const params = () => at({});
  return {
    class: () =>
      read(key("class"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/quiz-class", { params: params() })),
      ),
    figures: () =>
      read(key("figures"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/quiz-figures", { params: params() })),
      ),
    reviewOf: (person: Get<number>, number: Get<number>) =>
      read(key("review", person, number), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/quiz-class/{person_id}/{number}", {
            params: at({ number: number(), person_id: person() }),
          }),
        ),
      ),
  };
}

/** One question of a quiz over its class. */
export function courseQuizQuestion(slug: Get<string>, id: Get<number>, question: Get<number>) {
  const key = (...rest: unknown[]) => courseKey(slug, "class" satisfies Side, "item", id, "quiz", ...rest);
  const path = () => ({ slug: slug(), item_id: id(), bank_question_id: question() });
  return {
    answers: (waiting: Get<boolean>, start: Get<number>) =>
      read(key("answers", question, waiting, start), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/answers", {
            params: { path: path(), query: { waiting: waiting(), start: start() } },
          }),
        ),
      ),
    rescoring: () =>
      read(key("rescoring", question), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/rescoring", {
            params: { path: path() },
          }),
        ),
      ),
  };
}

/** A quiz on paper over its class. */
export function courseQuizSheets(slug: Get<string>, id: Get<number>) {
  const key = (...rest: unknown[]) => courseKey(slug, "class" satisfies Side, "item", id, "quiz", ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), item_id: id(), ...rest } });
  return {
    sheets: () =>
      read(key("sheets"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/quiz-sheets", { params: at({}) })),
      ),
    sheet: (code: Get<string>) =>
      read(key("sheets", code), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/quiz-sheets/of/{code}", {
            params: at({ code: code() }),
          }),
        ),
      ),
  };
}

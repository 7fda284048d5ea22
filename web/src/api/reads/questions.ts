import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** Question banks of a course, for its teachers. */
export function courseBanks(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "layout" satisfies Side, "banks", ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });
  return {
    all: () => read(key("all"), () => told(client.GET("/api/courses/{slug}/banks", { params: at({}) }))),
    bank: (id: Get<number>) =>
      read(key("bank", id), () =>
        told(client.GET("/api/courses/{slug}/banks/{bank_id}", { params: at({ bank_id: id() }) })),
      ),
    find: (text: Get<string>) =>
      read(key("find", text), () =>
        told(
          client.GET("/api/courses/{slug}/bank-questions", {
            params: { ...at({}), query: { q: text() } },
          }),
        ),
      ),
    places: () =>
      read(courseKey(slug, "layout" satisfies Side, "question-places"), () =>
        told(client.GET("/api/courses/{slug}/question-places", { params: at({}) })),
      ),
    uses: (id: Get<number>) =>
      read(key("uses", id), () =>
        told(
          client.GET("/api/courses/{slug}/bank-questions/{bank_question_id}/uses", {
            params: at({ bank_question_id: id() }),
          }),
        ),
      ),
    question: (id: Get<number>) =>
      read(key("question", id), () =>
        told(
          client.GET("/api/courses/{slug}/bank-questions/{bank_question_id}", {
            params: at({ bank_question_id: id() }),
          }),
        ),
      ),
  };
}

/** A bank in an open format, and what that can't say of it. */
export function bankExport(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "layout" satisfies Side, "banks", ...rest);
  return {
    qti: (id: Get<number>, versions: Get<number>) =>
      read(key("qti", id, versions), () =>
        told(
          client.GET("/api/courses/{slug}/banks/{bank_id}/qti-preview", {
            params: { path: { slug: slug(), bank_id: id() }, query: { versions: versions() } },
          }),
        ),
      ),
  };
}

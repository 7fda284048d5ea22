import { copyOf } from "@/api/copy";
import { Problem, type Shapes } from "@/api/client";
import { aQuestion, type Question } from "./blank";

/** A question as it is being written. */
export interface Form {
  name: string;
  body: Question;
  tags: string;
  points: string;
  taught: Shapes["TaughtOut"][];
}

export const emptyForm = (): Form => ({ name: "", body: aQuestion(), tags: "", points: "1", taught: [] });

export const formOf = (from: Shapes["BankQuestionOut"]): Form => ({
  name: from.name,
  body: copyOf(from.body as Question),
  tags: from.tags.join("; "),
  points: String(from.points),
  taught: copyOf(from.taught_in),
});

/** What is sent. */
export function wishOf(form: Form): Shapes["BankQuestionIn"] {
  const tags = form.tags
    .split(";")
    .map((tag) => tag.trim())
    .filter(Boolean);
  const places = form.taught.map(({ item_id, seconds }) => ({ item_id, seconds }));
  return { name: form.name, body: form.body, tags, points: form.points || "1", taught_in: places };
}

/** Each problem by the place that it is at. */
export function problemsOf(error: unknown): Record<string, string> {
  const fields = error instanceof Problem ? error.also.fields : null;
  const found = (Array.isArray(fields) ? fields : []) as { path: string; detail: string }[];
  return Object.fromEntries(found.map((one) => [one.path, one.detail]));
}

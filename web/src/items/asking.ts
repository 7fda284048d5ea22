import { client, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const uploadQuestionPicture = (slug: string, file: File) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/questions/files`, file, wishKey(), () => undefined);

type Asked = { key: string } & Shapes["QuestionIn"];

const post = (slug: string, { key, ...body }: Asked) =>
  client.POST("/api/courses/{slug}/questions", {
    params: { path: { slug } },
    body,
    headers: { "Idempotency-Key": key },
  });

/** What its asker does with a question; the key stays with the wish, so that it is asked once on a bad line. */
export function useAsking(slug: () => string) {
  const one = (id: number) => ({ path: { slug: slug(), question_id: id } });
  const touches = () => touched.asking(slug());
  return {
    ask: useWrite((wish: Asked) => told(post(slug(), wish)), touches, true),
    more: useWrite(
      ({ id, html, landed }: { id: number; html: string; landed: () => void }, headers) =>
        told(
          client.POST("/api/courses/{slug}/questions/{question_id}/more", {
            params: one(id),
            body: { html },
            headers,
          }),
        ).then(landed),
      touches,
      true,
    ),
    too: useWrite(
      ({ id, on }: { id: number; on: boolean }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/questions/{question_id}/too", {
            params: one(id),
            body: { on },
            headers,
          }),
        ),
      touches,
    ),
  };
}

/** About a problem of a linked system: what it sent along goes with the question. */
export const useAskingProblem = (slug: () => string) =>
  useWrite(
    ({ itemId, ticket, html, key }: { itemId: number; ticket: string; html: string; key: string }) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/link/questions", {
          params: { path: { slug: slug(), item_id: itemId } },
          body: { html, ticket },
          headers: { "Idempotency-Key": key },
        }),
      ),
    () => touched.asking(slug()),
    true,
  );

/** About one's own answer in a quiz: its numbers and tries go along. */
export const useAskingAnswer = (slug: () => string) =>
  useWrite(
    ({ itemId, answer, html, key }: { itemId: number; answer: number; html: string; key: string }) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/quiz/answers/{answer_id}/questions", {
          params: { path: { slug: slug(), item_id: itemId, answer_id: answer } },
          body: { html },
          headers: { "Idempotency-Key": key },
        }),
      ),
    () => touched.asking(slug()),
    true,
  );

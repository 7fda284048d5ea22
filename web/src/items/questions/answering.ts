import { client, told, type Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

/** `landed`: before anything is read anew, so that what was kept of it is let go of first. */
type Landing = { id: number; landed: () => void };

/** What teachers do with a question. */
export function useAnswering(slug: () => string) {
  const one = (id: number) => ({ path: { slug: slug(), question_id: id } });
  const touches = () => touched.asking(slug());
  return {
    answer: useWrite(
      ({ id, landed, ...body }: Landing & Shapes["AnswerIn"], headers) =>
        told(
          client.POST("/api/courses/{slug}/questions/{question_id}/answers", {
            params: one(id),
            body,
            headers,
          }),
        ).then(landed),
      ({ ruling }) => (ruling ? [...touches(), ...touched.grading(slug())] : touches()),
      true,
    ),
    settle: useWrite(
      ({ id, on }: { id: number; on: boolean }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/questions/{question_id}/settled", {
            params: one(id),
            body: { on },
            headers,
          }),
        ),
      touches,
    ),
    handOn: useWrite(
      ({ id, person_id }: { id: number; person_id: number }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/questions/{question_id}/assignee", {
            params: one(id),
            body: { person_id },
            headers,
          }),
        ),
      touches,
    ),
  };
}

/** An answer for all of the course, among its library's answers. */
export function usePublishing(slug: () => string) {
  const one = (id: number) => ({ path: { slug: slug(), question_id: id } });
  const touches = () => [...touched.asking(slug()), ...touched.library(slug())];
  return {
    publish: useWrite(
      ({ id, ...body }: { id: number } & Shapes["PublicationIn"], headers) =>
        told(
          client.POST("/api/courses/{slug}/questions/{question_id}/publication", {
            params: one(id),
            body,
            headers,
          }),
        ),
      touches,
      true,
    ),
    unpublish: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/questions/{question_id}/publication", {
            params: one(id),
            headers,
          }),
        ),
      touches,
    ),
  };
}

import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { courseQuiz, courseQuizSetup, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

const FOLLOW_MS = 5000;

/** `waits`: for somebody to be checked in, which is looked for again and again. */
export const useMyQuiz = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({
    ...courseQuiz(slug, id).mine(),
    enabled: wanted,
    refetchInterval: ({ state }) => (state.data?.wants_room && !state.data.here ? FOLLOW_MS : false),
  });

export const useQuizSetup = (slug: () => string, id: () => number) =>
  useQuery(courseQuizSetup(slug, id).setup());

export const useBegin = (slug: () => string, id: () => number) =>
  useWrite(
    (body: Shapes["BeginIn"], headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/quiz/attempts", {
          params: { path: { slug: slug(), item_id: id() } },
          body,
          headers,
        }),
      ),
    () => touched.doing(slug()),
    true,
  );

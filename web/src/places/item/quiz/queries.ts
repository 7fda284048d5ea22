import { useQuery } from "@tanstack/vue-query";
import { client, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
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

/** What a student does with their own sheet. */
export function useSheetOfMine(slug: () => string, id: () => number) {
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  const doing = () => touched.doing(slug());
  return {
    take: useWrite(
      (_: void, headers) =>
        told(client.POST("/api/courses/{slug}/items/{item_id}/quiz/sheet", { params: params(), headers })),
      doing,
      true,
    ),
    removePhoto: useWrite(
      (file_id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/items/{item_id}/quiz/sheet/photos/{file_id}", {
            params: { path: { ...params().path, file_id } },
            headers,
          }),
        ),
      doing,
    ),
    handIn: useWrite(
      (_: void, headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/quiz/sheet/hand-in", {
            params: params(),
            headers,
          }),
        ),
      doing,
      true,
    ),
  };
}

export const uploadPhoto = (slug: string, id: number, file: File, onProgress: (share: number) => void) =>
  upload<Shapes["OwnSheet"]>(
    `/api/courses/${slug}/items/${id}/quiz/sheet/photos`,
    file,
    wishKey(),
    onProgress,
  );

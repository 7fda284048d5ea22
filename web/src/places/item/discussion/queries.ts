import { useQuery } from "@tanstack/vue-query";
import { client, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { courseTalk, touched, type TalkWish } from "@/api/reads";
import { useWrite } from "@/frame/writes";

const NEWS_MS = 20_000;

export const useTalk = (slug: () => string, id: () => number, wish: () => TalkWish) =>
  useQuery({ ...courseTalk(slug, id).page(wish), placeholderData: (before) => before });

/** How much others wrote since the page was read; asked for while it is looked at. */
export const useTalkNews = (slug: () => string, id: () => number, newest: () => number) =>
  useQuery({
    ...courseTalk(slug, id).news(newest),
    refetchInterval: NEWS_MS,
    enabled: () => newest() >= 0,
    retry: false,
  });

export const useTalkClass = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({ ...courseTalk(slug, id).classParts(), enabled: wanted });

export const usePostEditions = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({
    queryKey: ["course", slug, "path", "post", id],
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/posts/{post_id}/editions", {
          params: { path: { slug: slug(), post_id: id() } },
        }),
      ),
    enabled: wanted,
  });

export const uploadPostFile = (slug: string, id: number, file: File) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/items/${id}/talk/files`, file, wishKey(), () => undefined);

/** What is said keeps the key of its wish: an answer that was lost comes again, and nothing is said twice. */
interface Said {
  html: string;
  key: string;
}

/** All that is done in a discussion. */
export function useTalkWrites(slug: () => string, id: () => number) {
  const item = () => ({ path: { slug: slug(), item_id: id() } });
  const post = (pk: number) => ({ path: { slug: slug(), post_id: pk } });
  const touches = () => touched.talking(slug());
  const page = () => touched.reading(slug(), id());
  return {
    say: useWrite(
      ({ key, ...body }: Said & { answers: number | null; group_id: number | null }) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/talk/posts", {
            params: item(),
            body,
            headers: { "Idempotency-Key": key },
          }),
        ),
      touches,
      true,
    ),
    change: useWrite(
      ({ pk, key, ...body }: Said & { pk: number; edition: number }) =>
        told(
          client.PUT("/api/courses/{slug}/posts/{post_id}", {
            params: post(pk),
            body,
            headers: { "Idempotency-Key": key },
          }),
        ),
      touches,
      true,
    ),
    takeBack: useWrite(
      (pk: number, headers) =>
        told(client.DELETE("/api/courses/{slug}/posts/{post_id}", { params: post(pk), headers })),
      touches,
    ),
    hide: useWrite(
      ({ pk, ...body }: { pk: number; on: boolean; why: string }, headers) =>
        told(client.PUT("/api/courses/{slug}/posts/{post_id}/hidden", { params: post(pk), body, headers })),
      touches,
    ),
    close: useWrite(
      ({ pk, ...body }: { pk: number; on: boolean; why: string }, headers) =>
        told(client.PUT("/api/courses/{slug}/posts/{post_id}/closed", { params: post(pk), body, headers })),
      page,
    ),
    accept: useWrite(
      ({ pk, on }: { pk: number; on: boolean }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/posts/{post_id}/accepted", {
            params: post(pk),
            body: { on },
            headers,
          }),
        ),
      page,
    ),
    same: useWrite(
      ({ pk, on }: { pk: number; on: boolean }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/posts/{post_id}/same", { params: post(pk), body: { on }, headers }),
        ),
      page,
    ),
    report: useWrite(
      ({ pk, why }: { pk: number; why: string }, headers) =>
        told(
          client.POST("/api/courses/{slug}/posts/{post_id}/reports", {
            params: post(pk),
            body: { why },
            headers,
          }),
        ),
      page,
    ),
    settle: useWrite(
      (pk: number, headers) =>
        told(client.DELETE("/api/courses/{slug}/posts/{post_id}/reports", { params: post(pk), headers })),
      touches,
    ),
    seen: useWrite(
      (_: null, headers) =>
        told(client.POST("/api/courses/{slug}/items/{item_id}/talk/seen", { params: item(), headers })),
      () => touched.nothing(),
      true,
    ),
    scores: useWrite(
      (scores: Shapes["TalkScoreIn"][], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/talk/scores", {
            params: item(),
            body: { scores },
            headers,
          }),
        ),
      () => touched.grading(slug()),
      true,
    ),
  };
}

export const keepPostDraft = (slug: string, id: number, body: Shapes["PostDraftIn"]) =>
  told(
    client.PUT("/api/courses/{slug}/items/{item_id}/talk/draft", {
      params: { path: { slug, item_id: id } },
      body,
      headers: { "Idempotency-Key": wishKey() },
    }),
  );

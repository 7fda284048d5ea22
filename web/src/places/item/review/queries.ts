import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { courseReviews, keyOf, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useMyReviews = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({ ...courseReviews(slug, id).mine(), enabled: wanted });

export const useReviewClass = (slug: () => string, id: () => number) =>
  useQuery(courseReviews(slug, id).class());

/** What readers write, and how those who teach set them on. */
export function useReviewWrites(slug: () => string, id: () => number) {
  const queries = useQueryClient();
  const path = () => ({ slug: slug(), item_id: id() });
  const all = () => [...touched.grading(slug()), ...touched.layout(slug())];
  return {
    write: useWrite(
      async ({ position, body }: { position: number; body: Shapes["ReadingIn"] }, headers) => {
        const found = await told(
          client.PUT("/api/courses/{slug}/items/{item_id}/reviews/{position}", {
            params: { path: { ...path(), position } },
            body,
            headers,
          }),
        );
        queries.setQueryData(keyOf(courseReviews(slug, id).mine()), found);
        return found;
      },
      () => touched.started(slug(), id()),
      true,
    ),
    rules: useWrite(
      (body: Shapes["ReviewRulesIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/review-rules", {
            params: { path: path() },
            body,
            headers,
          }),
        ),
      all,
      true,
    ),
    draw: useWrite(
      (_: null, headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/review-lot", {
            params: { path: path() },
            headers,
          }),
        ),
      all,
    ),
    take: useWrite(
      (_: null, headers) =>
        told(
          client.POST("/api/courses/{slug}/items/{item_id}/review-means", {
            params: { path: path() },
            headers,
          }),
        ),
      all,
    ),
  };
}

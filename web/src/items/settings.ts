import { useQuery } from "@tanstack/vue-query";
import { client, insist, told, upload, wishKey, type Shapes } from "@/api/client";
import { courseItem } from "@/api/reads";

/** What the settings of an item are read from. */
export const useItem = (slug: () => string, id: () => number) => useQuery(courseItem(slug, id).page());

export const useGrading = (slug: () => string, id: () => number, wanted: () => boolean = () => true) =>
  useQuery({ ...courseItem(slug, id).grading(), enabled: wanted });

export const useBrief = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({ ...courseItem(slug, id).brief(), enabled: wanted });

export interface Wishes {
  item: Partial<Shapes["ItemChange"]>;
  moments: Shapes["RulesIn"];
  grading: Shapes["GradingIn"] | null;
  brief: Shapes["Brief"] | null;
}

/** Keep all settings of one item, each by its own write; the first refusal stops and is thrown. */
export async function keepSettings(slug: string, id: number, wishes: Wishes): Promise<Shapes["Changed"]> {
  const params = { path: { slug, item_id: id } };
  const { moments, grading, brief } = wishes;
  await insist((headers) =>
    told(client.PUT("/api/courses/{slug}/items/{item_id}/moments", { params, body: moments, headers })),
  );
  if (brief) {
    await insist((headers) =>
      told(client.PUT("/api/courses/{slug}/items/{item_id}/brief", { params, body: brief, headers })),
    );
  }
  const change = await insist((headers) =>
    told(
      client.PATCH("/api/courses/{slug}/items/{item_id}", {
        params,
        body: { no_points: wishes.item.points === null, ...wishes.item },
        headers,
      }),
    ),
  );
  if (grading) {
    await insist((headers) =>
      told(client.PUT("/api/courses/{slug}/items/{item_id}/grading", { params, body: grading, headers })),
    );
  }
  return change;
}

export const uploadItemFile = (slug: string, id: number, file: File, onProgress: (share: number) => void) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/items/${id}/file`, file, wishKey(), onProgress);

export const uploadItemImage = (slug: string, id: number, file: File) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/items/${id}/images`, file, wishKey(), () => undefined);

import { useQuery } from "@tanstack/vue-query";
import { wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { courseItem, courseTalk } from "@/api/reads";

/** What the settings of an item are read from. */
export const useItem = (slug: () => string, id: () => number) => useQuery(courseItem(slug, id).page());

export const useGrading = (slug: () => string, id: () => number, wanted: () => boolean = () => true) =>
  useQuery({ ...courseItem(slug, id).grading(), enabled: wanted });

export const useBrief = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({ ...courseItem(slug, id).brief(), enabled: wanted });

export const useTalkRules = (slug: () => string, id: () => number, wanted: () => boolean) =>
  useQuery({ ...courseTalk(slug, id).rules(), enabled: wanted });

export const uploadSaidImage = (slug: string, file: File) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/announcements/images`, file, wishKey(), () => undefined);

export const uploadItemFile = (slug: string, id: number, file: File, onProgress: (share: number) => void) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/items/${id}/file`, file, wishKey(), onProgress);

export const uploadItemImage = (slug: string, id: number, file: File) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/items/${id}/images`, file, wishKey(), () => undefined);

import { useQuery } from "@tanstack/vue-query";
import { client, told } from "@/api/client";
import { coursePath, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useSheet = (slug: () => string, key: () => string) =>
  useQuery({ ...coursePath(slug).sheet(key), placeholderData: (before) => before });

export const useClassDay = (slug: () => string, number: () => number) =>
  useQuery(coursePath(slug).classDay(number));

export function useAbsence(slug: () => string, number: () => number) {
  const params = () => ({ path: { slug: slug(), number: number() } });
  return {
    say: useWrite(
      (reason: string, headers) =>
        told(
          client.PUT("/api/courses/{slug}/classes/{number}/absence", {
            params: params(),
            body: { reason },
            headers,
          }),
        ),
      () => touched.absences(slug()),
    ),
    takeBack: useWrite(
      (_: null, headers) =>
        told(client.DELETE("/api/courses/{slug}/classes/{number}/absence", { params: params(), headers })),
      () => touched.absences(slug()),
    ),
  };
}

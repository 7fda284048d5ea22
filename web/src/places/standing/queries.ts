import { useQuery } from "@tanstack/vue-query";
import { courseClass, coursePath } from "@/api/reads";

const A_WHILE = 120_000;

export const useStanding = (slug: () => string) => useQuery(coursePath(slug).standing());
export const useStrips = (slug: () => string) =>
  useQuery({ ...courseClass(slug).strips(), staleTime: A_WHILE });

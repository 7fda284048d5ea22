import type { Shapes } from "@/api/client";

/** What was chosen of a rubric, as far as it is of the one that measures now. */
export const chosenOf = (
  measured: Shapes["MeasuredBy"] | null | undefined,
  rubric: Shapes["RubricOut"] | null,
): Shapes["ChosenIn"][] =>
  (measured?.id === rubric?.id ? (measured?.criteria ?? []) : [])
    .filter((one) => rubric?.criteria.some((criterion) => criterion.id === one.id))
    .map(({ id: criterion, level, remark }) => ({ criterion, level, remark }));

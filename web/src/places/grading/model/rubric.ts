import type { Shapes } from "@/api/client";

export interface LevelForm {
  id: number;
  name: string;
  words: string;
  points: string;
}
export interface CriterionForm {
  id: number;
  name: string;
  words: string;
  levels: LevelForm[];
}
/** A rubric as it is written. `withPoints`: its levels give some. */
export interface RubricForm {
  name: string;
  withPoints: boolean;
  criteria: CriterionForm[];
}

const freshLevel = (points = ""): LevelForm => ({ id: 0, name: "", words: "", points });
export const freshCriterion = (): CriterionForm => ({
  id: 0,
  name: "",
  words: "",
  levels: [freshLevel("0"), freshLevel(), freshLevel()],
});
export const freshRubric = (): RubricForm => ({ name: "", withPoints: true, criteria: [freshCriterion()] });

export const formOf = (rubric: Shapes["RubricOut"]): RubricForm => ({
  name: rubric.name,
  withPoints: rubric.most !== null,
  criteria: rubric.criteria.map(({ levels, ...criterion }) => ({
    ...criterion,
    words: criterion.words ?? "",
    levels: levels.map((level) => ({
      id: level.id,
      name: level.name,
      words: level.words ?? "",
      points: level.points === null || level.points === undefined ? "" : String(Number(level.points)),
    })),
  })),
});

/** A level that is nothing but empty is none. */
const isEmpty = (level: LevelForm): boolean => !level.id && !level.name.trim() && !level.words.trim();

export const wishOf = (form: RubricForm): Shapes["RubricIn"] => ({
  name: form.name,
  criteria: form.criteria.map((criterion) => ({
    ...criterion,
    levels: criterion.levels
      .filter((level) => !isEmpty(level))
      .map((level) => ({
        ...level,
        points: form.withPoints && level.points.trim() ? level.points.trim().replace(",", ".") : null,
      })),
  })),
});

/** As a new one: nothing of it has a place in the course yet. */
export const anew = (form: RubricForm): RubricForm => ({
  ...form,
  criteria: form.criteria.map((c) => ({ ...c, id: 0, levels: c.levels.map((l) => ({ ...l, id: 0 })) })),
});

export { freshLevel };

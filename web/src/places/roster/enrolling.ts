import type { Shapes } from "@/api/client";

export type EnrolRow = Shapes["ListedPerson"] & { used: boolean };

/** Of the same person twice the later line is left out, and so is who is there already. */
export const ownPeople = (found: Shapes["PeoplePreview"], alone: number | null): EnrolRow[] =>
  found.people.map((one) => ({
    ...one,
    section_id: one.section_id ?? alone,
    used: one.as_line === null && one.fate !== "already" && one.fate !== "teaches",
  }));

/** Those who can be enrolled: a course with sections asks for one. */
export const ready = (rows: EnrolRow[], sections: boolean): EnrolRow[] =>
  rows.filter((one) => one.used && (!sections || one.section_id !== null));

/** In parts, so that a long list shows how far it is and goes on where it stopped. */
export function inParts<T>(rows: T[], size: number): T[][] {
  const parts = [];
  for (let n = 0; n < rows.length; n += size) parts.push(rows.slice(n, n + size));
  return parts;
}

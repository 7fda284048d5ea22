import type { Composer } from "vue-i18n";
import type { Shapes } from "@/api/client";

type Roster = Shapes["Roster"];
type Student = Shapes["Student"];
/** What of a filter is asked for, by its name; empty for nothing. */
type Asked = (name: string) => string;

const TESTS: Record<string, (one: Student, wanted: string) => boolean> = {
  section: (one, wanted) => String(one.section_id) === wanted,
  group: (one, wanted) => one.group_ids.map(String).includes(wanted),
  state: (one, wanted) => (wanted === "stuck" ? one.stuck : one.drifting),
  at: (one, wanted) => one.at?.step === wanted,
  without: (one, wanted) => one.overdue.some((i) => String(i.id) === wanted),
  name: (one, wanted) => one.name.toLowerCase().includes(wanted.toLowerCase()),
};

/** Those whom every filter lets through. */
export const filtered = (roster: Roster, asked: Asked): Student[] =>
  roster.students.filter((one) =>
    Object.entries(TESTS).every(([name, test]) => !asked(name) || test(one, asked(name))),
  );

/** The filters in words: 'Section 1, at Week 5, without ‘Set 7A’'. `stepName`: of a week, or of a module where there are
 * no dates. */
export function filterWords(
  roster: Roster,
  asked: Asked,
  stepName: (step: string) => string,
  t: Composer["t"],
): string {
  const named = (list: { id: number; name: string }[], id: string) =>
    list.find((one) => String(one.id) === id)?.name ?? "";
  const title = overdueIn(roster).find((one) => String(one.id) === asked("without"))?.title;
  const state = asked("state");
  return [
    named(roster.sections, asked("section")),
    named(roster.groups, asked("group")),
    state && t(state === "stuck" ? "roster.areStuck" : "roster.areBehind"),
    asked("at") && t("roster.areAt", { step: stepName(asked("at")) }),
    title && t("roster.areWithout", { title }),
  ]
    .filter(Boolean)
    .join(", ");
}

/** The steps at which somebody is, in order of the term, with how many are there. */
export function placesOf(roster: Roster): { step: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const one of roster.students) if (one.at) counts.set(one.at.step, (counts.get(one.at.step) ?? 0) + 1);
  return [...counts]
    .map(([step, count]) => ({ step, count }))
    .sort((a, b) => Number(a.step) - Number(b.step) || a.step.localeCompare(b.step));
}

/** What is overdue for somebody, and for how many. */
export function overdueIn(roster: Roster): { id: number; title: string; count: number }[] {
  const found = new Map<number, { id: number; title: string; count: number }>();
  for (const item of roster.students.flatMap((one) => one.overdue)) {
    const known = found.get(item.id) ?? { id: item.id, title: item.title, count: 0 };
    found.set(item.id, { ...known, count: known.count + 1 });
  }
  return [...found.values()].sort((a, b) => b.id - a.id);
}

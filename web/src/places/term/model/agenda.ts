import type { Shapes } from "@/api/client";

export type AgendaDay = Shapes["MapDay"] & { last: string };

const DAY_MS = 86_400_000;
const follows = (day: string, before: string): boolean => Date.parse(day) - Date.parse(before) === DAY_MS;

/** The days on which anything is, in order; days off in a row with nothing on them are one entry, to its `last`. */
export function agendaOf(weeks: { days: Shapes["MapDay"][] }[]): AgendaDay[] {
  const found: AgendaDay[] = [];
  for (const day of weeks.flatMap((w) => w.days)) {
    const bare = !day.entries.length && !day.classes.length;
    if (bare && !day.off) continue;
    const before = found.at(-1);
    const same = before && before.off === day.off && !before.entries.length && !before.classes.length;
    if (bare && same && follows(day.day, before.last)) before.last = day.day;
    else found.push({ ...day, last: day.day });
  }
  return found;
}

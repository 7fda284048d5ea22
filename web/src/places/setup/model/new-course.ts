import type { Shapes } from "@/api/client";

export type Run = NonNullable<Shapes["NewCourseIn"]["run"]>;

/** A week of the term that a course is to have: its number, none for a break, and its days with class (0 is Monday). */
export interface DrawnWeek {
  number: number | null;
  first: string;
  name: string;
  classes: number[];
}

interface Span {
  first_day: string;
  last_day: string;
  week_start?: number;
  first_week_number?: number;
  breaks?: Shapes["Break"][];
}

const DAY = 86_400_000;
const at = (day: string): number => Date.parse(`${day}T00:00:00Z`);
const iso = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
const weekday = (ms: number): number => (new Date(ms).getUTCDay() + 6) % 7;
const MOST_WEEKS = 60;

/** The weeks of a term as the server numbers them: a break of a whole week takes no number, unless it says so. */
export function weeksOf(span: Span, slots: Shapes["Slot"][]): DrawnWeek[] {
  const [first, last] = [at(span.first_day), at(span.last_day)];
  if (!(last >= first)) return [];
  const start = first - ((weekday(first) - (span.week_start ?? 0) + 7) % 7) * DAY;
  const days = new Set(slots.map((slot) => slot.on).filter((on) => typeof on === "number"));
  const found: DrawnWeek[] = [];
  let number = span.first_week_number ?? 1;
  for (let week = start; week <= last && found.length < MOST_WEEKS; week += 7 * DAY) {
    const inTerm = [0, 1, 2, 3, 4, 5, 6].map((n) => week + n * DAY).filter((d) => d >= first && d <= last);
    const off = (d: number): Shapes["Break"] | undefined =>
      span.breaks?.find((b) => at(b.first_day) <= d && d <= at(b.last_day));
    const whole = inTerm.every((d) => off(d)) ? off(inTerm[0] ?? week) : undefined;
    const numbered = !whole || whole.takes_week_number === true;
    found.push({
      number: numbered ? number++ : null,
      first: iso(week),
      name: whole?.name ?? "",
      classes: inTerm.filter((d) => !off(d) && days.has(weekday(d))).map(weekday),
    });
  }
  return found;
}

/** How many modules a course starts with. */
export function moduleCount(run: Run, weeks: DrawnWeek[], count: number): number {
  const numbered = weeks.filter((week) => week.number !== null);
  if (run === "none") return 0;
  if (run === "weeks" && numbered.length) return numbered.length;
  if (run === "days" && numbered.length)
    return numbered.reduce((sum, week) => sum + new Set(week.classes).size, 0);
  return count;
}

import type { Shapes } from "@/api/client";

export type Day = Shapes["MapDay"];

export interface Month {
  key: string;
  weeks: (Day | null)[][];
}

/** The term's days by calendar month, each in rows of seven; days of other months are left empty. */
export function monthsOf(weeks: Shapes["MapWeek"][]): Month[] {
  const found = new Map<string, (Day | null)[][]>();
  for (const week of weeks) {
    const keys = new Set(week.days.map((d) => d.day.slice(0, 7)));
    for (const key of keys) {
      const row = week.days.map((d) => (d.day.startsWith(key) ? d : null));
      found.set(key, [...(found.get(key) ?? []), row]);
    }
  }
  return [...found].map(([key, rows]) => ({ key, weeks: rows }));
}

/** An item stands in a term once, and once more for each part of it that has a moment of its own. */
export const entryKey = (entry: Shapes["Entry"]): string => `${entry.row.id}.${entry.want?.key ?? ""}`;

/** Whole days from one ISO date to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00Z`) - Date.parse(`${from}T00:00Z`)) / 86_400_000);

/** A title short enough for a day: what stands before its colon, unless that says too little. */
export function shortTitle(title: string): string {
  const [head] = title.split(":");
  return head && head.length >= 4 ? head : title;
}

export interface Counted {
  week: number | null;
  rows: Shapes["Points"][];
  points: number;
}

/** Counted items by week with the points of each; sums are exact to the hundredth. */
export function byWeek(rows: Shapes["Points"][]): Counted[] {
  const found = new Map<number | null, Shapes["Points"][]>();
  for (const row of rows) found.set(row.week, [...(found.get(row.week) ?? []), row]);
  return [...found]
    .map(([week, own]) => ({
      week,
      rows: own,
      points: own.reduce((sum, r) => sum + Math.round(Number(r.points) * 100), 0) / 100,
    }))
    .sort((a, b) => (a.week ?? 999) - (b.week ?? 999));
}

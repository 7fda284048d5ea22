import { laneOf, wallAfter } from "@/items/model/lanes";

/** How long something waits, drawn over the days around today. */

export const LANES = 15;
const BEFORE = 7;

export interface Wait {
  bar: { left: number; width: number } | null;
  broken: { left: number; width: number } | null;
  by: number | null;
  cut: boolean;
}

/** The first of the days drawn: '2026-10-05'. */
export const firstDay = (now: string, zone: string): string => wallAfter(now, zone, -BEFORE).slice(0, 10);

/** Every day drawn, in order. */
export const daysFrom = (first: string): string[] =>
  Array.from({ length: LANES }, (_, n) =>
    new Date(Date.parse(`${first}T00:00Z`) + n * 86_400_000).toISOString().slice(0, 10),
  );

const clip = (x: number): number => Math.min(LANES, Math.max(0, x));
export const share = (x: number): number => (clip(x) / LANES) * 100;
const stretch = (from: number, to: number) =>
  clip(to) > clip(from) ? { left: share(from), width: share(to) - share(from) } : null;

/** In percent of the width: since → promised, and what has run over it until now. `cut`: it began earlier. */
export function drawWait(
  row: { since: string | null; by: string | null },
  first: string,
  zone: string,
  now: string,
): Wait {
  const at = (iso: string) => laneOf(iso, first, zone);
  const today = at(now);
  const since = row.since ? at(row.since) : null;
  const by = row.by ? at(row.by) : null;
  return {
    bar: since === null ? null : stretch(since, by ?? today),
    broken: by !== null && by < today ? stretch(by, today) : null,
    by: by !== null && by >= 0 && by <= LANES ? share(by) : null,
    cut: since !== null && since < 0,
  };
}

/** Where an instant stands along seven day lanes, 0 at the first midnight, 7 at the end of the last day. */

const MINUTES_A_DAY = 1440;
const formats = new Map<string, Intl.DateTimeFormat>();

function partsIn(zone: string): Intl.DateTimeFormat {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat("en-CA", {
      timeZone: zone,
      hourCycle: "h23",
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
      hour: "2-digit",
      minute: "2-digit",
    });
    formats.set(zone, format);
  }
  return format;
}

/** By wall time in the zone, so that a day is one lane wide even when the clocks change in it. */
export function laneOf(iso: string, firstDay: string, zone: string): number {
  const parts = Object.fromEntries(
    partsIn(zone)
      .formatToParts(new Date(iso))
      .map((p) => [p.type, p.value]),
  );
  const day = Date.parse(`${parts.year}-${parts.month}-${parts.day}T00:00Z`);
  const days = Math.round((day - Date.parse(`${firstDay}T00:00Z`)) / 86_400_000);
  return days + (Number(parts.hour) * 60 + Number(parts.minute)) / MINUTES_A_DAY;
}

/** The wall time of an instant in a zone, some days later: '2026-10-18T23:59'. */
export function wallAfter(iso: string, zone: string, days: number): string {
  const parts = Object.fromEntries(
    partsIn(zone)
      .formatToParts(new Date(iso))
      .map((p) => [p.type, p.value]),
  );
  const day = new Date(Date.parse(`${parts.year}-${parts.month}-${parts.day}T00:00Z`) + days * 86_400_000);
  return `${day.toISOString().slice(0, 10)}T${parts.hour}:${parts.minute}`;
}

export interface Bar {
  left: number;
  width: number;
}

export interface Drawn {
  bar: Bar | null;
  grace: Bar | null;
  due: number | null;
  notch: number | null;
  dot: number | null;
  /** Moments of single parts, before the whole is due. */
  parts: number[];
}

export interface Spanned {
  opens: string | null;
  start_by: string | null;
  due: string | null;
  closes: string | null;
  handed_in_at: string | null;
  done_at: string | null;
  wants?: { by: string | null }[];
}

const LANES = 7;
const clip = (x: number): number => Math.min(LANES, Math.max(0, x));
const share = (x: number): number => (x / LANES) * 100;
const inside = (x: number): boolean => x >= 0 && x <= LANES;

function bar(from: number, to: number): Bar | null {
  const [a, b] = [clip(from), clip(to)];
  return b > a ? { left: share(a), width: share(b - a) } : null;
}

/** The span of an item over the days of a week, in percent of their width. */
export function drawSpan(span: Spanned, firstDay: string, zone: string): Drawn {
  const at = (iso: string | null): number | null => (iso ? laneOf(iso, firstDay, zone) : null);
  const [opens, start, due, closes] = [at(span.opens), at(span.start_by), at(span.due), at(span.closes)];
  const dot = at(span.handed_in_at ?? span.done_at);
  const end = due ?? closes;
  return {
    bar: end === null ? null : bar(opens ?? 0, end),
    grace: due !== null && closes !== null ? bar(due, closes) : null,
    due: due !== null && inside(due) ? share(due) : null,
    notch:
      start !== null && start > 0 && inside(start) && (due === null || start < due) ? share(start) : null,
    dot: dot !== null && inside(dot) ? share(dot) : null,
    parts: (span.wants ?? [])
      .filter((w) => w.by && w.by !== span.due)
      .map((w) => at(w.by))
      .filter((x): x is number => x !== null && inside(x))
      .map(share),
  };
}

export function nowShare(iso: string, firstDay: string, zone: string): number | null {
  const x = laneOf(iso, firstDay, zone);
  return inside(x) ? share(x) : null;
}

/** Where a meeting begins, in percent of the week's width. */
export function drawMeeting(start: string, firstDay: string, zone: string): number {
  return share(clip(laneOf(start, firstDay, zone)));
}

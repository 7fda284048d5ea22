import type { Shapes } from "@/api/client";
import type { Beat, BeatMoment } from "./rhythm";

/** One turn of a rhythm, drawn as a week: lanes of days from the day on which weeks begin. */
const DAYS = 7;
export type End = "opens" | "due";

export interface ClassTime {
  lane: number;
  start: string;
}

const hours = (time: string): number => {
  const [hour = 0, minute = 0] = time.split(":").map(Number);
  return hour + minute / 60;
};
const mod = (n: number): number => ((n % DAYS) + DAYS) % DAYS;

/** The classes of a usual week, in order; none where day types take turns. */
export function classesOf(schedule: Shapes["Schedule"]): ClassTime[] {
  const pattern = schedule.patterns.find((p) => p.section_id === null) ?? schedule.patterns[0];
  if (!pattern || pattern.rotation) return [];
  return (pattern.slots ?? [])
    .flatMap((slot) =>
      typeof slot.on === "number" ? { lane: mod(slot.on - schedule.week_start), start: slot.start } : [],
    )
    .sort((a, b) => a.lane - b.lane || a.start.localeCompare(b.start));
}

/** Where a moment lies, in days from the beginning of the week; null where the week has no such class. */
export function laneOf(
  moment: BeatMoment | undefined,
  weekStart: number,
  classes: ClassTime[],
): number | null {
  if (!moment) return null;
  if (moment.on === "class") {
    const found = classes[(moment.nth ?? 1) - 1];
    return found ? found.lane + hours(found.start) / 24 + (moment.minutes ?? 0) / 1440 : null;
  }
  const day = mod((moment.weekday ?? 0) - weekStart) + DAYS * (moment.plus ?? 0);
  return day + hours(moment.time ?? "00:00") / 24;
}

/** A bar between two moments, in per cent of the week; what lies outside of it ends at its edge. */
export function barOf(opens: number | null, due: number | null): { left: number; width: number } | null {
  if (due === null) return null;
  const [from, to] = [Math.max(0, Math.min(DAYS, opens ?? 0)), Math.max(0, Math.min(DAYS, due))];
  return { left: (from / DAYS) * 100, width: Math.max(0, ((to - from) / DAYS) * 100) };
}

/** The beat with one end moved by days, or by classes where it is kept by class. */
export function moved(beat: Beat, end: End, by: number, weekStart: number): Beat {
  const old = beat.moments?.[end];
  if (!old || !by) return beat;
  if (old.on === "class") {
    const nth = Math.max(1, (old.nth ?? 1) + Math.sign(by));
    return { ...beat, moments: { ...beat.moments, [end]: { ...old, nth } } };
  }
  const lane = mod((old.weekday ?? 0) - weekStart) + DAYS * (old.plus ?? 0) + by;
  const moment = { ...old, weekday: mod(mod(lane) + weekStart), plus: Math.floor(lane / DAYS) };
  return { ...beat, moments: { ...beat.moments, [end]: moment } };
}

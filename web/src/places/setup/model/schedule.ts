import { copyOf } from "@/api/copy";
import type { Shapes } from "@/api/client";

export type Form = Shapes["ScheduleIn"];
export type Pattern = Shapes["Pattern"];
export type Slot = Shapes["Slot"];

/** The schedule as it stands, as a form to change. */
export function formOf(found: Shapes["Schedule"]): Form {
  return {
    name: found.name || "Term",
    first_day: found.first_day ?? "",
    last_day: found.last_day ?? "",
    first_week_number: found.first_week_number,
    week_start: found.week_start,
    zone: found.zone,
    default_due_time: found.default_due_time.slice(0, 5),
    credits: found.credits,
    turnaround_days: found.turnaround_days,
    answer_days: found.answer_days,
    date_order: found.date_order,
    breaks: found.breaks.map((b) => ({ ...b })),
    patterns: found.patterns.length
      ? copyOf(found.patterns)
      : [{ section_id: null, slots: [], rotation: null, exceptions: [] }],
  };
}

/** Day types from 'A, B'; none for fixed weekdays. */
export const typesOf = (text: string): string[] =>
  text
    .split(",")
    .map((t) => t.trim())
    .filter(Boolean);

/** The days that differ, without those of a day type that there is no more. */
const withoutTypes = (pattern: Pattern, types: string[]) =>
  (pattern.exceptions ?? []).filter((e) => !e.day_type || e.day_type === "*" || types.includes(e.day_type));

/** A pattern with these day types: slots that name none of them go to the first. */
export function withTypes(pattern: Pattern, text: string): Pattern {
  const types = typesOf(text);
  if (!types.length) {
    const slots = (pattern.slots ?? []).map((s) => ({ ...s, on: typeof s.on === "number" ? s.on : 0 }));
    return { ...pattern, rotation: null, slots, exceptions: withoutTypes(pattern, []) };
  }
  const slots = (pattern.slots ?? []).map((s) => ({
    ...s,
    on: types.includes(String(s.on)) ? s.on : (types[0] ?? ""),
  }));
  return {
    ...pattern,
    slots,
    exceptions: withoutTypes(pattern, types),
    rotation: { school_days: [0, 1, 2, 3, 4], waits: true, ...pattern.rotation, types },
  };
}

/** Holidays that are not among the breaks yet. */
export function missing(breaks: Shapes["Break"][], holidays: Shapes["Break"][]): Shapes["Break"][] {
  return holidays.filter((h) => !breaks.some((b) => b.first_day <= h.first_day && h.last_day <= b.last_day));
}

/** The form with these days that differ, by pattern, and no others. */
export function withDays(form: Form, days: Shapes["CarriedDays"][]): Form {
  const of = (id: number | null | undefined) =>
    days.find((d) => d.section_id === (id ?? null))?.exceptions ?? [];
  return { ...form, patterns: form.patterns.map((p) => ({ ...p, exceptions: of(p.section_id) })) };
}

/** Which days differ in it, to tell whether a hand has changed them. */
export const daysIn = (form: Form): string => JSON.stringify(form.patterns.map((p) => p.exceptions ?? []));

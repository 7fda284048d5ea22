import type { Shapes } from "@/api/client";

type Say = (key: string, values?: Record<string, unknown>) => string;

/** A class in words: 'Class 3, 10:00 · A day'. */
export function classWords(one: Shapes["ClassMeeting"], t: Say, at = ""): string {
  const name = at ? t("term.classAt", { n: one.number, at }) : t("term.class", { n: one.number });
  return one.day_type ? `${name} · ${t("term.dayType", { type: one.day_type })}` : name;
}

import type { Shapes } from "@/api/client";

export type Beat = Shapes["Beat"];
export type BeatMoment = Shapes["BeatMoment"];

let count = 0;
const key = (): string => `b${Date.now().toString(36)}${(count++).toString(36)}`;

const onDay = (weekday: number, time: string, plus = 0): BeatMoment => ({
  on: "day",
  weekday,
  time,
  plus,
  nth: 1,
  edge: "start",
  minutes: 0,
});

/** A first item for each kind, with the moments that it usually has. */
export function freshBeat(kind: Beat["kind"], title: string): Beat {
  const moments: Beat["moments"] =
    kind === "assignment" ? { opens: onDay(0, "00:00"), due: onDay(6, "23:59") } : {};
  const minutes = kind === "assignment" ? 60 : 30;
  return {
    key: key(),
    kind,
    title,
    part: "",
    minutes,
    points: kind === "assignment" ? 10 : null,
    category: "",
    required: true,
    moments,
  };
}

export type How = "never" | "day" | "class";

export const howOf = (beat: Beat, name: "opens" | "due"): How => beat.moments?.[name]?.on ?? "never";

/** The beat with a moment taken away, on a weekday, or by class. */
export function withHow(beat: Beat, name: "opens" | "due", how: How): Beat {
  const moments = { ...beat.moments };
  if (how === "never") delete moments[name];
  else moments[name] = { ...onDay(name === "due" ? 6 : 0, name === "due" ? "23:59" : "00:00"), on: how };
  return { ...beat, moments };
}

/** Sections from lines: '1.2 Rates of change' is number and topic. */
export function sectionsOf(text: string): Shapes["SectionStep"][] {
  return text
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [label = "", ...topic] = line.split(/\s+/);
      return { label: label.replace(/[:.]$/, ""), topic: topic.join(" ") };
    });
}

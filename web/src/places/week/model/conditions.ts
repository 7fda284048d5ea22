import type { Shapes } from "@/api/client";

export type Condition = Shapes["ConditionChoices"]["of"][number];
export type ConditionKind = Condition["on"];
export const CONDITION_KINDS: ConditionKind[] = ["done", "score", "date", "for", "hand"];

/** A condition of this kind as it first stands in the editor. */
export function blank(kind: ConditionKind): Condition {
  switch (kind) {
    case "done":
      return { on: "done", items: [], of: null };
    case "score":
      return { on: "score", item: 0, percent: 60 };
    case "date":
      return { on: "date", wall: "" };
    case "for":
      return { on: "for", groups: [], sections: [] };
    case "hand":
      return { on: "hand", opened: false };
  }
}

/** Whether it says something yet; unfinished ones are not asked about. */
export function isWhole(condition: Condition): boolean {
  switch (condition.on) {
    case "done":
      return condition.items.length > 0;
    case "score":
      return condition.item > 0;
    case "date":
      return condition.wall !== "";
    case "for":
      return (condition.groups ?? []).length + (condition.sections ?? []).length > 0;
    case "hand":
      return true;
  }
}

export const PLAIN_RULES = [
  "opened",
  "ticked",
  "handed_in",
  "acknowledged",
  "scored",
  "watched",
  "attended",
] as const;
export type PlainRule = (typeof PLAIN_RULES)[number];

/** The done rules that can ever be met by an item of this kind. */
export function rulesFor(kind: string, points: boolean): PlainRule[] {
  const found: PlainRule[] = ["opened", "ticked"];
  if (kind === "assignment") found.push("handed_in");
  if (kind === "acknowledgement") found.push("acknowledged");
  if (kind === "video" || kind === "audio") found.push("watched");
  if (points) found.push("scored");
  return found;
}

export const asksPercent = (rule: string): boolean => rule === "scored" || rule === "watched";

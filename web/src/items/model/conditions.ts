import type { Shapes } from "@/api/client";
import type { Rule } from "@/frame/kinds";

export type Condition = Shapes["ConditionChoices"]["of"][number];
export type ConditionKind = Condition["on"];
export const CONDITION_KINDS: ConditionKind[] = ["done", "score", "date", "for", "hand"];

/** The conditions as they stand, as a form to change. */
export const conditionsIn = (found: Shapes["ConditionChoices"]) => ({ join: found.join, of: found.of });

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

/** Rules that join others. */
export const JOINS = ["any", "all"] as const satisfies readonly Rule[];
export const isJoin = (rule: Rule): rule is (typeof JOINS)[number] => rule === "any" || rule === "all";

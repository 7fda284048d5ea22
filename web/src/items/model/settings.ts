import type { Shapes } from "@/api/client";
import { copyOf } from "@/api/copy";
import type { DoneRule } from "../components/DoneRuleFields.vue";
import type { Rule } from "../components/RuleField.vue";

/** The settings of an item as a form: all that one Save keeps as one change. */
export interface Settings {
  title: string;
  minutes: number;
  points: number | null;
  required: boolean;
  practice: boolean;
  published: boolean;
  rule: DoneRule;
  address: string;
  place: string;
  hint: string;
  read_first: number[];
  walls: Record<string, string>;
  rules: Record<string, Rule | undefined>;
  grading: Shapes["GradingIn"];
  brief: Shapes["Brief"] | null;
  talk: Shapes["DiscussionRules"] | null;
  wants: Shapes["WantIn"][];
}

export function settingsOf(
  page: Shapes["ItemPage"],
  grading: Shapes["ItemGrading"],
  brief: Shapes["Brief"] | null,
  talk: Shapes["DiscussionRules"] | null,
): Settings {
  const { row } = page;
  return {
    title: row.title,
    minutes: row.minutes,
    points: row.points,
    required: row.required,
    practice: row.practice,
    published: row.published,
    rule: {
      done_rule: page.done_rule,
      done_percent: page.done_percent ?? 0,
      done_parts: copyOf(page.done_parts),
    },
    address: page.address,
    place: row.place,
    hint: row.hint,
    read_first: page.read_first.map((r) => r.id),
    walls: { ...page.walls },
    rules: copyOf(row.rules),
    grading: {
      category_id: grading.category_id,
      late_rule_id: grading.late_rule_id,
      hold: grading.hold,
      counting: grading.counting,
      anonymous: grading.anonymous,
      two_graders: grading.two_graders,
    },
    brief: brief && { ...brief },
    talk: talk && copyOf(talk),
    wants: copyOf(page.wants),
  };
}

/** The four moments as they are sent: by rule where one is chosen, else as a wall time. */
function momentsIn(form: Settings): Shapes["RulesIn"] {
  const one = (name: "opens" | "start_by" | "due" | "closes") =>
    form.rules[name] ?? (form.walls[name] || null);
  return { opens: one("opens"), start_by: one("start_by"), due: one("due"), closes: one("closes") };
}

/** A heading is no step: nothing makes it done. */
function ruleIn(rule: DoneRule): Partial<Shapes["ItemChange"]> {
  const { done_rule, ...rest } = rule;
  return done_rule === "nothing" ? {} : { done_rule, ...rest };
}

/** What is to be kept: the fields that were changed here, and no others. */
export function wishOf(form: Settings, own: Partial<Settings>): Shapes["SettingsIn"] {
  const { rule, points, walls, rules, grading, brief, talk, minutes, address, ...plain } = own;
  const item: Partial<Shapes["ItemChange"]> = {
    ...plain,
    ...(minutes === undefined ? {} : { minutes: Number(minutes) || 0 }),
    ...(address ? { address } : {}),
    ...(rule ? ruleIn(rule) : {}),
  };
  const cleared = points === null || String(points) === "";
  if ("points" in own) Object.assign(item, cleared ? { no_points: true } : { points: Number(points) });
  const whole = { no_points: false, ...item };
  return {
    item: Object.keys(item).length ? whole : null,
    moments: walls || rules ? momentsIn(form) : null,
    grading: grading ?? null,
    brief: brief ?? null,
    talk: talk ?? null,
  };
}

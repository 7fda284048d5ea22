import type { Shapes } from "@/api/client";
import { copyOf } from "@/api/copy";
import { same } from "@/frame/merging";

export type Category = Shapes["CategoryRule"];
export type LateRule = Shapes["LateRuleIn"];
export type Band = Shapes["ScaleBand"];
/** Where an item counts and by which late rule, as keys. */
export interface Where {
  category: string | null;
  late_rule: string | null;
}
/** The rules, and where each item counts, by its id. */
export type Form = Shapes["GradingRules"] & { where: Record<number, Where> };
type Counted = Shapes["CountedItem"];

const whereOf = ({ category, late_rule }: Counted): Where => ({ category, late_rule });

export const formOf = (kept: Shapes["GradingSetup"]): Form => ({
  ...copyOf(kept.rules),
  where: Object.fromEntries(kept.items.map((item) => [item.item_id, whereOf(item)])),
});

/** Only what counts elsewhere than it is kept goes along. */
export function wishOf({ where, ...rules }: Form, kept: Shapes["GradingSetup"]): Shapes["GradingRulesIn"] {
  const moved = kept.items.filter((item) => !same(where[item.item_id] ?? whereOf(item), whereOf(item)));
  return { ...rules, counts: moved.map((item) => ({ item_id: item.item_id, ...where[item.item_id]! })) };
}

/** A key for what is not kept yet: the first that is free. */
export function freshKey(there: readonly { key: string }[]): string {
  const taken = new Set(there.map((one) => one.key));
  let n = 1;
  while (taken.has(`new-${n}`)) n += 1;
  return `new-${n}`;
}

/** A category and the items in it are parted, and a late rule and what followed it. */
export function without(form: Form, name: keyof Where, key: string): void {
  for (const where of Object.values(form.where)) if (where[name] === key) where[name] = null;
  if (name === "category") {
    form.categories = form.categories.filter((one) => one.key !== key);
    form.tables = form.tables.filter((one) => one.category !== key);
  } else form.late_rules = form.late_rules.filter((one) => one.key !== key);
}

export const weighted = (form: Form): boolean => form.categories.some((one) => one.weight != null);

/** From points to weights in equal parts, and back; weights in whole per cent that add to 100. */
export function setWeighted(form: Form, on: boolean): void {
  const plain = form.categories.filter((one) => !one.extra_credit);
  const part = Math.floor(100 / Math.max(plain.length, 1));
  for (const one of form.categories) one.weight = on ? String(one.extra_credit ? 0 : part) : null;
  if (on && plain[0]) plain[0].weight = String(100 - part * (plain.length - 1));
}

/** Items that are told together: 'Set 1A' to 'Set 12B'. */
export interface Series {
  key: string;
  first: string;
  last: string;
  items: Counted[];
}

const headOf = (title: string): string => title.split(/:\s/)[0] ?? title;
/** The title without what follows a colon, and without whatever has a figure in it. */
const stemOf = (title: string): string =>
  headOf(title)
    .split(/\s+/)
    .filter((word) => !/\d/.test(word))
    .join(" ")
    .toLocaleLowerCase();

export function seriesOf(items: readonly Counted[]): Series[] {
  const found = new Map<string, Counted[]>();
  for (const item of items) {
    const key = `${item.kind} ${stemOf(item.title)}`;
    found.set(key, [...(found.get(key) ?? []), item]);
  }
  return [...found].map(([key, all]) => ({
    key,
    first: all.length > 1 ? headOf(all[0]?.title ?? "") : (all[0]?.title ?? ""),
    last:
      all.length > 1 && headOf(all.at(-1)!.title) !== headOf(all[0]!.title) ? headOf(all.at(-1)!.title) : "",
    items: all,
  }));
}

/** What all of these have in common there; undefined where they differ. */
export function commonOf(
  form: Form,
  items: readonly Counted[],
  name: keyof Where,
): string | null | undefined {
  const [first, ...rest] = items.map((item) => form.where[item.item_id]?.[name] ?? null);
  return rest.every((one) => one === first) ? first : undefined;
}

/** Scales to begin from. */
export const SCALES: Record<"letters" | "pass", Band[]> = {
  letters: [
    { name: "A", lower: "90" },
    { name: "B", lower: "80" },
    { name: "C", lower: "70" },
    { name: "D", lower: "60" },
    { name: "F", lower: "0" },
  ],
  pass: [
    { name: "Pass", lower: "60" },
    { name: "Fail", lower: "0" },
  ],
};

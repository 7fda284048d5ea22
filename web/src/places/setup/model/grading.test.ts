import { describe, expect, it } from "vitest";
import { commonOf, formOf, freshKey, seriesOf, setWeighted, wishOf, without, type Form } from "./grading";

const item = (item_id: number, title: string, category: string | null = null) => ({
  item_id,
  title,
  category,
  late_rule: null,
  kind: "assignment" as const,
  points: "10",
});
const KEPT = {
  edition: 3,
  items: [
    item(1, "Set 1A: units", "7"),
    item(2, "Check 1", "8"),
    item(3, "Set 1B", "7"),
    item(4, "Mid-term examination"),
    item(5, "Check 2: angles", "7"),
  ],
  rules: {
    categories: [
      { key: "7", name: "Sets", weight: "60" },
      { key: "8", name: "Checks", weight: "40" },
      { key: "9", name: "More", weight: "5", extra_credit: true },
    ],
    late_rules: [],
    tables: [],
    bands: [],
    missing: "zero",
    missing_percent: "0",
    decimals: 1,
    letters_on_rounded: true,
  },
} as unknown as Parameters<typeof formOf>[0];
const form = (): Form => formOf(KEPT);

describe("what counts where", () => {
  it("is told in series, in order of their first item", () => {
    const told = seriesOf(KEPT.items).map((one) => [one.first, one.last, one.items.length]);
    expect(told).toEqual([
      ["Set 1A", "Set 1B", 2],
      ["Check 1", "Check 2", 2],
      ["Mid-term examination", "", 1],
    ]);
  });
  it("is common to a series or not", () => {
    const [sets, checks] = seriesOf(KEPT.items);
    expect(commonOf(form(), sets!.items, "category")).toBe("7");
    expect(commonOf(form(), checks!.items, "category")).toBeUndefined();
    expect(commonOf(form(), checks!.items, "late_rule")).toBeNull();
  });
  it("goes along only where it changed, also when its category goes", () => {
    const typed = form();
    expect(wishOf(typed, KEPT).counts).toEqual([]);
    typed.where[4] = { category: "8", late_rule: null };
    without(typed, "category", "7");
    expect(typed.categories.map((one) => one.key)).toEqual(["8", "9"]);
    const counts = wishOf(typed, KEPT).counts.map((one) => [one.item_id, one.category]);
    expect(counts).toEqual([
      [1, null],
      [3, null],
      [4, "8"],
      [5, null],
    ]);
  });
});

describe("weights", () => {
  it("go to points and come back as whole parts of 100", () => {
    const typed = form();
    setWeighted(typed, false);
    expect(typed.categories.map((one) => one.weight)).toEqual([null, null, null]);
    typed.categories.push({ ...typed.categories[0]!, key: freshKey(typed.categories) });
    setWeighted(typed, true);
    expect(typed.categories.map((one) => one.weight)).toEqual(["34", "33", "0", "33"]);
  });
  it("of what is new have a key that is free", () => {
    expect(freshKey([{ key: "new-1" }, { key: "7" }])).toBe("new-2");
  });
});

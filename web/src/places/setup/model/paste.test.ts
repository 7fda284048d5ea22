import { describe, expect, it } from "vitest";
import type { Shapes } from "@/api/client";
import { counts, ownRows, takeIn, wishes } from "./paste";

const PASTE: Shapes["Paste"] = {
  columns: ["date", "topic", "due"],
  names: ["Date", "Topic", "Due"],
  rows: [
    {
      line: 2,
      cells: ["Aug 31", "Levelling", "Set 1"],
      week: 2,
      day: "2026-08-31",
      topics: ["Levelling", "loops"],
      items: [{ kind: "assignment", title: "Set 1", day: "2026-08-31", at: "17:00:00", fate: "new" }],
      carried: false,
      left_out: "",
    },
    {
      line: 3,
      cells: ["soon", "Angles", ""],
      week: null,
      day: null,
      topics: [],
      items: [],
      carried: false,
      left_out: "unplaced",
    },
  ],
  problems: [],
  order: "month_first",
  order_by: "none",
  gone: [],
};

describe("a pasted table as it is corrected", () => {
  it("sends what was read, and leaves out what is left out", () => {
    expect(wishes(ownRows(PASTE))).toEqual([
      {
        line: 2,
        week: 2,
        topics: ["Levelling", "loops"],
        items: [{ kind: "assignment", title: "Set 1", day: "2026-08-31", at: "17:00" }],
      },
    ]);
  });

  it("takes a row in that was left out, once it has a week", () => {
    const rows = ownRows(PASTE);
    const taken = takeIn(rows[1]!);
    expect(taken.topic).toBe("Angles");
    expect(wishes([taken])).toEqual([]);
    expect(wishes([{ ...taken, week: 3 }])).toEqual([{ line: 3, week: 3, topics: ["Angles"], items: [] }]);
  });

  it("counts what becomes of the items that are used", () => {
    const rows = ownRows(PASTE);
    expect(counts(rows)).toEqual({ new: 1, changed: 0, corrected: 0 });
    rows[0]!.used = false;
    expect(counts(rows)).toEqual({ new: 0, changed: 0, corrected: 0 });
  });
});

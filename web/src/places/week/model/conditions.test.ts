import { describe, expect, it } from "vitest";
import { blank, CONDITION_KINDS, isWhole, rulesFor } from "./conditions";

describe("conditions in the editor", () => {
  it("asks about none that says nothing yet, but for the one by hand", () => {
    expect(CONDITION_KINDS.filter((kind) => isWhole(blank(kind)))).toEqual(["hand"]);
  });
  it("takes a condition on a group as whole without a section", () => {
    expect(isWhole({ on: "for", groups: [3], sections: [] })).toBe(true);
  });
});

describe("done rules", () => {
  it("offers only what an item of the kind can meet", () => {
    expect(rulesFor("video", false)).toEqual(["opened", "ticked", "watched"]);
    expect(rulesFor("assignment", true)).toEqual(["opened", "ticked", "handed_in", "scored"]);
    expect(rulesFor("page", false)).not.toContain("scored");
  });
});

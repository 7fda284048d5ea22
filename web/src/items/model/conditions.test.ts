import { describe, expect, it } from "vitest";
import { blank, CONDITION_KINDS, isWhole } from "./conditions";

describe("conditions in the editor", () => {
  it("asks about none that says nothing yet, but for the one by hand", () => {
    expect(CONDITION_KINDS.filter((kind) => isWhole(blank(kind)))).toEqual(["hand"]);
  });
  it("takes a condition on a group as whole without a section", () => {
    expect(isWhole({ on: "for", groups: [3], sections: [] })).toBe(true);
  });
});

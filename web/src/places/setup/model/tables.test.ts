import { describe, expect, it } from "vitest";
import { curveOf, readRows, rowsText } from "./tables";

describe("rows of a conversion table", () => {
  it("are read with spaces, tabs, semicolons, decimal commas and per cent signs", () => {
    const { rows, unreadable } = readRows("0 0\n10,5\t60 %\n\n20;100");
    expect(rows).toEqual([
      { points: "0", percent: "0" },
      { points: "10.5", percent: "60" },
      { points: "20", percent: "100" },
    ]);
    expect(unreadable).toBeNull();
  });

  it("name the line that can't be read", () => {
    expect(readRows("0 0\nten 60").unreadable).toBe(2);
    expect(readRows("0 0\n10 60 80").unreadable).toBe(2);
    expect(readRows("1e9 5").unreadable).toBe(1);
  });

  it("come back as they were typed", () => {
    expect(rowsText(readRows("0 0\n20 100"))).toBe("0 0\n20 100");
  });

  it("are drawn over the points from the left below to the right above", () => {
    expect(curveOf(readRows("0 0\n10 60\n20 100"))).toBe("0,100 50,40 100,0");
    expect(curveOf({ rows: [] })).toBe("");
  });
});

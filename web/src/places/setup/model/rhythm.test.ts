import { describe, expect, it } from "vitest";
import { freshBeat, howOf, sectionsOf, withHow } from "./rhythm";

describe("a rhythm's items", () => {
  it("change from a weekday to a class and to no date", () => {
    const beat = freshBeat("assignment", "Set {n}");
    expect(howOf(beat, "due")).toBe("day");
    expect(howOf(withHow(beat, "due", "class"), "due")).toBe("class");
    expect(howOf(withHow(beat, "due", "never"), "due")).toBe("never");
    expect(howOf(withHow(beat, "due", "never"), "opens")).toBe("day");
  });

  it("have keys of their own, by which a second stamp finds them", () => {
    expect(freshBeat("page", "a").key).not.toBe(freshBeat("page", "a").key);
  });
});

describe("sections of a text", () => {
  it("are read line by line", () => {
    expect(sectionsOf("1.1 Limits\n\n 1.2: Rates of change\n2")).toEqual([
      { label: "1.1", topic: "Limits" },
      { label: "1.2", topic: "Rates of change" },
      { label: "2", topic: "" },
    ]);
  });
});

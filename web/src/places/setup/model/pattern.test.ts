import { describe, expect, it } from "vitest";
import { barOf, laneOf, moved } from "./pattern";
import { freshBeat, withHow } from "./rhythm";

const MONDAY = 0;
const SUNDAY = 6;
const classes = [
  { lane: 0, start: "10:00:00" },
  { lane: 3, start: "10:00:00" },
];

describe("one turn of a rhythm, drawn as a week", () => {
  it("lies from the day on which weeks begin", () => {
    const due = freshBeat("assignment", "Set {n}").moments?.due;
    expect(laneOf(due, MONDAY, [])).toBeCloseTo(6.999, 2);
    expect(laneOf(due, SUNDAY, [])).toBeCloseTo(0.999, 2);
  });

  it("knows the classes of the week, and that there is no third", () => {
    const beat = withHow(freshBeat("page", "Notes {n}"), "due", "class");
    expect(laneOf(beat.moments?.due, MONDAY, classes)).toBeCloseTo(10 / 24);
    expect(laneOf({ ...beat.moments!.due!, nth: 3 }, MONDAY, classes)).toBeNull();
  });

  it("is moved over the edge of the week and back", () => {
    const beat = freshBeat("assignment", "Set {n}");
    const later = moved(beat, "due", 2, MONDAY);
    expect([later.moments?.due?.weekday, later.moments?.due?.plus]).toEqual([1, 1]);
    expect(moved(later, "due", -2, MONDAY)).toEqual(beat);
    const before = moved(beat, "opens", -3, MONDAY);
    expect([before.moments?.opens?.weekday, before.moments?.opens?.plus]).toEqual([4, -1]);
  });

  it("has a bar that ends at the edge of the week", () => {
    expect(barOf(-3, 9)).toEqual({ left: 0, width: 100 });
    expect(barOf(null, 3.5)).toEqual({ left: 0, width: 50 });
    expect(barOf(1, null)).toBeNull();
  });
});

import { describe, expect, it } from "vitest";
import { moduleCount, weeksOf } from "./new-course";

const slot = (on: number) => ({ on, start: "09:00", end: "10:00", place: "" });

describe("the weeks of a term that is chosen", () => {
  // Counted in a calendar: Monday 11 January to Friday 5 February 2027, with the week of 25 January off.
  const span = {
    first_day: "2027-01-11",
    last_day: "2027-02-05",
    breaks: [{ name: "Break", first_day: "2027-01-25", last_day: "2027-01-31", takes_week_number: false }],
  };

  it("leaves a break without a number and without classes", () => {
    const weeks = weeksOf(span, [slot(0), slot(4)]);
    expect(weeks.map((week) => week.number)).toEqual([1, 2, null, 3]);
    expect(weeks.map((week) => week.first)).toEqual(["2027-01-11", "2027-01-18", "2027-01-25", "2027-02-01"]);
    expect(weeks.map((week) => week.classes)).toEqual([[0, 4], [0, 4], [], [0, 4]]);
    expect(moduleCount("weeks", weeks, 8)).toBe(3);
    expect(moduleCount("days", weeks, 8)).toBe(6);
    expect(moduleCount("units", weeks, 8)).toBe(8);
  });

  it("begins in the middle of a week, on the weekday that weeks begin with", () => {
    const weeks = weeksOf({ first_day: "2027-01-13", last_day: "2027-01-19", week_start: 6 }, [slot(1)]);
    expect(weeks.map((week) => [week.first, week.classes])).toEqual([
      ["2027-01-10", []],
      ["2027-01-17", [1]],
    ]);
  });

  it("has none between days that do not follow each other", () => {
    expect(weeksOf({ first_day: "2027-02-01", last_day: "2027-01-01" }, [])).toEqual([]);
    expect(weeksOf({ first_day: "", last_day: "" }, [])).toEqual([]);
  });
});

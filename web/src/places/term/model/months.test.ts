import { describe, expect, it } from "vitest";
import type { Shapes } from "@/api/client";
import { byWeek, daysBetween, monthsOf, shortTitle } from "./months";

const week = (days: string[]) => ({ days: days.map((day) => ({ day })) }) as Shapes["MapWeek"];

describe("the term by month", () => {
  it("shares a week that spans two months between them and leaves no day out", () => {
    const days = ["28", "29", "30"]
      .map((d) => `2026-09-${d}`)
      .concat(["01", "02", "03", "04"].map((d) => `2026-10-${d}`));
    const found = monthsOf([week(days)]);
    expect(found.map((m) => m.key)).toEqual(["2026-09", "2026-10"]);
    expect(found[0]?.weeks[0]?.map((d) => d?.day ?? "")).toEqual([...days.slice(0, 3), "", "", "", ""]);
    expect(found[1]?.weeks[0]?.filter(Boolean)).toHaveLength(4);
  });

  it("counts days over the change of the clocks", () => {
    expect(daysBetween("2026-10-24", "2026-10-26")).toBe(2);
    expect(daysBetween("2026-11-02", "2026-10-30")).toBe(-3);
  });
});

describe("points by week", () => {
  it("add up exactly", () => {
    const row = (week: number | null, points: string) => ({ week, points }) as Shapes["Points"];
    const found = byWeek([row(2, "0.1"), row(2, "0.2"), row(null, "5"), row(1, "10")]);
    expect(found.map((w) => [w.week, w.points])).toEqual([
      [1, 10],
      [2, 0.3],
      [null, 5],
    ]);
  });
});

describe("short titles", () => {
  it("keep what tells items apart", () => {
    expect(shortTitle("Set 7A: latitudes and departures")).toBe("Set 7A");
    expect(shortTitle("Q: what is a datum?")).toBe("Q: what is a datum?");
  });
});

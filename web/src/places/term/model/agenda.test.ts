import { describe, expect, it } from "vitest";
import type { Shapes } from "@/api/client";
import { agendaOf } from "./agenda";

const day = (at: string, off = "", entries = 0): Shapes["MapDay"] =>
  ({
    day: at,
    off,
    classes: [],
    entries: Array.from({ length: entries }, () => ({})),
  }) as unknown as Shapes["MapDay"];

describe("the agenda", () => {
  it("leaves empty days out and makes one entry of a break", () => {
    const found = agendaOf([
      {
        days: [
          day("2026-10-17"),
          day("2026-10-18", "", 2),
          day("2026-10-19", "Break"),
          day("2026-10-20", "Break"),
        ],
      },
      { days: [day("2026-10-21", "Break"), day("2026-10-22", "Holiday"), day("2026-10-23", "", 1)] },
    ]);
    expect(found.map((d) => [d.day, d.last])).toEqual([
      ["2026-10-18", "2026-10-18"],
      ["2026-10-19", "2026-10-21"],
      ["2026-10-22", "2026-10-22"],
      ["2026-10-23", "2026-10-23"],
    ]);
  });

  it("keeps work that is due in a break apart, and breaks that do not touch", () => {
    const found = agendaOf([
      { days: [day("2026-10-19", "Break"), day("2026-10-20", "Break", 1), day("2026-10-21", "Break")] },
      { days: [day("2026-11-11", "Break")] },
    ]);
    expect(found.map((d) => [d.day, d.last])).toEqual([
      ["2026-10-19", "2026-10-19"],
      ["2026-10-20", "2026-10-20"],
      ["2026-10-21", "2026-10-21"],
      ["2026-11-11", "2026-11-11"],
    ]);
  });
});

import { describe, expect, it } from "vitest";
import { missing, typesOf, withTypes } from "./schedule";

describe("day types in turn", () => {
  it("are read from a list and put on every class that names none of them", () => {
    expect(typesOf(" A, B ,, C")).toEqual(["A", "B", "C"]);
    const turned = withTypes(
      { exceptions: [], slots: [{ on: 0, start: "10:00", end: "11:00", place: "" }] },
      "A, B",
    );
    expect(turned.slots?.map((s) => s.on)).toEqual(["A"]);
    expect(turned.rotation?.types).toEqual(["A", "B"]);
  });

  it("go away again and leave weekdays", () => {
    const back = withTypes(
      { exceptions: [], slots: [{ on: "B", start: "10:00", end: "11:00", place: "" }] },
      "",
    );
    expect(back.rotation).toBeNull();
    expect(back.slots?.[0]?.on).toBe(0);
  });
});

describe("public holidays", () => {
  it("are offered only where no break covers them", () => {
    const day = (d: string) => ({ name: d, first_day: d, last_day: d, takes_week_number: false });
    const pause = { ...day("2026-10-19"), last_day: "2026-10-25" };
    expect(missing([pause], [day("2026-10-20"), day("2026-09-07")]).map((h) => h.name)).toEqual([
      "2026-09-07",
    ]);
  });
});

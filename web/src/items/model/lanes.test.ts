import { describe, expect, it } from "vitest";
import { drawSpan, laneOf, nowShare, wallAfter } from "./lanes";

const NONE = { opens: null, start_by: null, due: null, closes: null, handed_in_at: null, done_at: null };

describe("a moment along the week", () => {
  it("is placed by wall time on both sides of a change of the clocks", () => {
    // Central European clocks go back on Sun 25 Oct 2026 at 03:00 (IANA data): noon stays mid-lane.
    expect(laneOf("2026-10-24T12:00+02:00", "2026-10-19", "Europe/Berlin")).toBe(5.5);
    expect(laneOf("2026-10-25T12:00+01:00", "2026-10-19", "Europe/Berlin")).toBe(6.5);
  });

  it("stands on the course's day, not on the reader's", () => {
    expect(Math.floor(laneOf("2026-10-12T03:30Z", "2026-10-05", "America/Chicago"))).toBe(6);
  });
});

describe("a moment some days later", () => {
  it("keeps its wall time over a change of the clocks and into another month", () => {
    expect(wallAfter("2026-10-30T04:59Z", "America/Chicago", 4)).toBe("2026-11-02T23:59");
    expect(wallAfter("2026-11-03T05:59Z", "America/Chicago", -4)).toBe("2026-10-29T23:59");
  });
});

describe("a span over the week", () => {
  it("is cut at the week's edges and keeps the deadline inside", () => {
    const drawn = drawSpan(
      { ...NONE, opens: "2026-10-01T00:00Z", due: "2026-10-08T12:00Z", closes: "2026-10-20T00:00Z" },
      "2026-10-05",
      "UTC",
    );
    expect(drawn.bar).toEqual({ left: 0, width: 50 });
    expect(drawn.due).toBe(50);
    expect(drawn.grace).toEqual({ left: 50, width: 50 });
  });

  it("has no bar without a deadline and none when it ended before the week", () => {
    expect(drawSpan(NONE, "2026-10-05", "UTC").bar).toBeNull();
    expect(drawSpan({ ...NONE, due: "2026-10-01T00:00Z" }, "2026-10-05", "UTC").bar).toBeNull();
  });

  it("shows the now line only in its own week", () => {
    expect(nowShare("2026-10-08T12:00Z", "2026-10-05", "UTC")).toBe(50);
    expect(nowShare("2026-10-13T12:00Z", "2026-10-05", "UTC")).toBeNull();
  });
});

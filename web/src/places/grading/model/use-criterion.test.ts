import { describe, expect, it } from "vitest";
import type { Shapes } from "@/api/client";
import { nextOpen } from "./use-criterion";

const row = (person_id: number, measured: number[], state: "waiting" | "held" = "waiting") =>
  ({ person_id, measured, state }) as Shapes["QueueRow"];

describe("the next work that lacks a criterion", () => {
  const rows = [row(1, [5]), row(2, []), row(3, [], "held"), row(4, [])];

  it("is looked for from here on, then from the beginning", () => {
    expect(nextOpen(rows, 1, 5)).toBe(2);
    expect(nextOpen(rows, 2, 5)).toBe(4);
    expect(nextOpen(rows, 4, 5)).toBe(2);
  });

  it("is none that was measured with this one, and none where all have it", () => {
    expect(nextOpen(rows, 1, 5, [2])).toBe(4);
    expect(nextOpen(rows, 2, 5, [4])).toBeNull();
    expect(nextOpen([row(1, [5])], 1, 5)).toBeNull();
  });
});

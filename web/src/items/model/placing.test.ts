import { describe, expect, it } from "vitest";
import { groupsOf, stepPlace, type Group } from "./placing";

const row = (id: number, part: number | null) => ({ id, part_id: part }) as Group["rows"][number];
const groups: Group[] = [
  { id: 1, title: "Before", edition: 0, rows: [row(10, 1), row(11, 1)] },
  { id: 2, title: "After", edition: 0, rows: [row(12, 2)] },
];

describe("moving an item by keys", () => {
  it("swaps with its neighbour inside a part", () => {
    expect(stepPlace(groups, 11, -1)).toEqual({ part_id: 1, before: 10 });
    expect(stepPlace(groups, 10, 1)).toEqual({ part_id: 1, before: null });
  });

  it("goes over the edge of its part into the next one, at the near end", () => {
    expect(stepPlace(groups, 11, 1)).toEqual({ part_id: 2, before: 12 });
    expect(stepPlace(groups, 12, -1)).toEqual({ part_id: 1, before: null });
  });

  it("stays at the two ends of the module", () => {
    expect(stepPlace(groups, 10, -1)).toBeNull();
    expect(stepPlace(groups, 12, 1)).toBeNull();
  });

  it("keeps parts without items, so that something can be moved into them", () => {
    const module = { parts: [{ id: 1, title: "Empty" }], rows: [] } as unknown as Parameters<
      typeof groupsOf
    >[0];
    expect(groupsOf(module).map((g) => g.id)).toEqual([1]);
    expect(groupsOf({ ...module, parts: [] }).map((g) => g.id)).toEqual([null]);
  });
});

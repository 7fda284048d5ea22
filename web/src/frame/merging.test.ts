import { describe, expect, it } from "vitest";
import { follow, ownFields } from "./merging";

const BASE = { title: "Set 7A", points: 12, parts: ["a"] };

describe("two people at one form", () => {
  it("what was left alone here follows, what was typed stays", () => {
    const mine = { ...BASE, title: "Mine" };
    expect(follow(mine, BASE, { ...BASE, points: 20, parts: ["a", "b"] })).toEqual({});
    expect(mine).toEqual({ title: "Mine", points: 20, parts: ["a", "b"] });
  });

  it("what both changed is told as it stands now, and nothing is overwritten", () => {
    const mine = { ...BASE, title: "Mine", points: 15 };
    expect(follow(mine, BASE, { ...BASE, title: "Theirs", points: 15 })).toEqual({ title: "Theirs" });
    expect(mine).toEqual({ ...BASE, title: "Mine", points: 15 });
  });

  it("only what differs is one's own to send", () => {
    expect(ownFields({ ...BASE, parts: [] }, BASE)).toEqual({ parts: [] });
    expect(ownFields({ ...BASE }, BASE)).toEqual({});
  });
});

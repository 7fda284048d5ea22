import { describe, expect, it } from "vitest";
import { Watching } from "./watching";

const play = (watching: Watching, from: number, to: number) => {
  for (let at = from; at <= to; at++) watching.tick(at);
};

describe("what was watched", () => {
  it("is the stretch that was played", () => {
    const watching = new Watching();
    play(watching, 0, 5);
    watching.close();
    expect(watching.take()).toEqual([[0, 5]]);
  });
  it("leaves out what was jumped over, forwards and back", () => {
    const watching = new Watching();
    play(watching, 0, 4);
    play(watching, 60, 62);
    play(watching, 10, 11);
    expect(watching.take()).toEqual([
      [0, 4],
      [60, 62],
      [10, 11],
    ]);
  });
  it("goes on where it was asked in between, without a gap", () => {
    const watching = new Watching();
    play(watching, 0, 3);
    expect(watching.take()).toEqual([[0, 3]]);
    play(watching, 4, 6);
    expect(watching.take()).toEqual([[3, 6]]);
  });
});

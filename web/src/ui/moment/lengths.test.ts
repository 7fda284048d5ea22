import { expect, it } from "vitest";
import { lengthWords } from "./lengths";

it("shows a length of time as a clock does", () => {
  expect([0, 59.9, 250, 3599, 3725, 36000].map(lengthWords)).toEqual([
    "0:00",
    "0:59",
    "4:10",
    "59:59",
    "1:02:05",
    "10:00:00",
  ]);
});

import { describe, expect, it } from "vitest";
import { amountShown, amountTyped, degreesShown, secondsOf } from "./amounts";

describe("amounts", () => {
  it("shows a fraction that ends as a decimal, and any other as it is", () => {
    expect(["1/100", "1/3", "-5/4", "50", 7, "0.001"].map(amountShown)).toEqual([
      "0.01",
      "1/3",
      "-1.25",
      "50",
      "7",
      "0.001",
    ]);
  });

  it("shows degrees with minutes, and seconds only where there are any", () => {
    expect(["21599/60", "1/60", "0", "-48.2583333333"].map(degreesShown)).toEqual([
      "359°59′",
      "0°01′",
      "0°00′",
      "−48°15′30″",
    ]);
  });

  it("reads an angle as a fraction of degrees, exactly", () => {
    expect(["0°01′", "359°59'", "48° 15′ 30.5″", "−1°", "0.05", "1/3"].map(amountTyped)).toEqual([
      "60/3600",
      "1295940/3600",
      "1737305/36000",
      "-3600/3600",
      "0.05",
      "1/3",
    ]);
  });

  it("reads a moment of a recording, and refuses what is none", () => {
    expect(["4:10", "1:04:10", "250", "", "4:1x", "soon"].map(secondsOf)).toEqual([
      250,
      3850,
      250,
      null,
      null,
      null,
    ]);
  });
});

import { describe, expect, it } from "vitest";
import { countryEntries, zoneEntries } from "./zone-names";

describe("zones", () => {
  const july = new Date("2026-07-01T12:00:00Z");

  it("are found by their city, the likely ones first, each once, with the distance of that day", () => {
    const found = zoneEntries(["Europe/Berlin", "America/Chicago", "Europe/Berlin"], july);
    expect(found.slice(0, 2)).toEqual([
      { key: "Europe/Berlin", name: "Berlin", detail: "Europe, GMT+2" },
      { key: "America/Chicago", name: "Chicago", detail: "America, GMT-5" },
    ]);
    expect(found.filter((z) => z.key === "Europe/Berlin")).toHaveLength(1);
    expect(found.find((z) => z.key === "America/North_Dakota/Beulah")?.name).toBe("Beulah");
  });

  it("keep one that this browser does not list", () => {
    expect(zoneEntries(["Etc/GMT+3"], july)[0]?.key).toBe("Etc/GMT+3");
  });
});

describe("countries", () => {
  it("stand by name, the likely first, and only those that are known", () => {
    const found = countryEntries(["DE", "AT", "US"], ["US", "ZZ"], "en");
    expect(found.map((c) => c.name)).toEqual(["United States", "Austria", "Germany"]);
  });
});

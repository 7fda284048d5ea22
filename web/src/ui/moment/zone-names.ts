/** Time zones and countries as people look for them: by city and by name, the likely ones first. */
interface Named {
  key: string;
  name: string;
  detail: string;
}

const byName = (a: Named, b: Named): number => a.name.localeCompare(b.name);

/** 'Chicago', 'America, GMT-5'. `at`: the day for which the distance from Greenwich is told. */
export function zoneEntries(likely: string[], at: Date): Named[] {
  const known = Intl.supportedValuesOf("timeZone");
  const first = [...new Set(likely.filter(Boolean))];
  const rest = known.filter((zone) => !first.includes(zone)).map((zone) => named(zone, at));
  return [...first.map((zone) => named(zone, at)), ...rest.sort(byName)];
}

function named(zone: string, at: Date): Named {
  const parts = zone.replaceAll("_", " ").split("/");
  const name = parts.at(-1) ?? zone;
  const where = parts.slice(0, -1).reverse().join(", ");
  const told = new Intl.DateTimeFormat("en", { timeZone: zone, timeZoneName: "shortOffset" }).formatToParts(
    at,
  );
  const offset = told.find((part) => part.type === "timeZoneName")?.value ?? "";
  return { key: zone, name, detail: [where, offset].filter(Boolean).join(", ") };
}

/** Countries by ISO 3166-1 code, those that are likely first. */
export function countryEntries(codes: string[], likely: string[], locale: string): Named[] {
  const names = new Intl.DisplayNames([locale], { type: "region" });
  const entry = (code: string): Named => ({ key: code, name: names.of(code) ?? code, detail: code });
  const first = [...new Set(likely)].filter((code) => codes.includes(code));
  return [
    ...first.map(entry),
    ...codes
      .filter((c) => !first.includes(c))
      .map(entry)
      .sort(byName),
  ];
}

/** The country whose language this browser speaks. */
export const ownCountry = (): string => new Intl.Locale(navigator.language).maximize().region ?? "";

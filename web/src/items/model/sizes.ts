/** Bytes in the largest fitting unit, in the reader's language. */
export function sizeWords(bytes: number, locale: string): string {
  const units = ["byte", "kilobyte", "megabyte", "gigabyte"] as const;
  const step = Math.min(units.length - 1, bytes > 0 ? Math.floor(Math.log10(bytes) / 3) : 0);
  const format = new Intl.NumberFormat(locale, {
    style: "unit",
    unit: units[step] ?? "byte",
    unitDisplay: step ? "short" : "long",
    maximumFractionDigits: step ? 1 : 0,
  });
  return format.format(bytes / 1000 ** step);
}

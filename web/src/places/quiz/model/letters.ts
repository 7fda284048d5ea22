import type { Shapes } from "@/api/client";

const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";

/** A key as it is written on the sheet, whose options have letters and whose other side has numbers: 'C', 'B A C',
 * 'A–2 B–1'. */
export function lettersOf(
  asked: Shapes["AskedOut"],
  key: string | string[] | Record<string, string> | undefined,
): string {
  const letter = (name: string): string =>
    LETTERS[asked.options.findIndex((o) => o.name === name) % 26] ?? "";
  const number = (name: string): number => asked.targets.findIndex((o) => o.name === name) + 1;
  if (Array.isArray(key)) return key.map(letter).join(" ");
  if (typeof key !== "object") return "";
  return Object.entries(key)
    .map(([left, right]) => `${letter(left)}–${number(right)}`)
    .join(" ");
}

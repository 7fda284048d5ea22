import type { Shapes } from "@/api/client";
import { PLACE } from "@/ui/richtext/places";

type Asked = Shapes["AskedOut"];
/** Kinds of answers that fit into a line of the text. */
const INLINE = ["number", "formula", "fraction", "angle", "list", "interval", "point", "text"];

export const fitsInLine = (asked: Asked): boolean =>
  INLINE.includes(asked.asks) || (asked.asks === "choice" && !asked.several);

/** What stands in a text where an answer is asked for: (1), (2), in the order of the answers. */
export function marksIn(text: string, fields: readonly Asked[]): Record<string, string> {
  const placed = new Set([...text.matchAll(PLACE)].map((match) => match[1]));
  return Object.fromEntries(
    fields.map((field, n) => [field.name, `(${n + 1})`] as const).filter(([name]) => placed.has(name)),
  );
}

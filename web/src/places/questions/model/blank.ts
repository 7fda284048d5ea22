import type { Shapes } from "@/api/client";

export type Question = Shapes["Question"];
export type Field = Shapes["Field"];
export type Asked = Field["asked"];
export type Kind = Asked["kind"];
export type Key = Shapes["Key"];
export type Parameter = Shapes["Parameter"];
type Keyed = Extract<Asked, { keys: Key[] }>;

export const KINDS: Kind[] = [
  "number",
  "formula",
  "fraction",
  "angle",
  "list",
  "interval",
  "point",
  "text",
  "choice",
  "ordering",
  "matching",
  "by_hand",
];

export const aKey = (credit = "1"): Key => ({ text: "", credit, word: "" });
export const isKeyed = (asked: Asked): asked is Keyed => "keys" in asked;

/** A name that is not taken: a, b, c … */
export function freeName(taken: string[], first = "a"): string {
  const letters = "abcdefghijklmnopqrstuvwxyz";
  const from = letters.indexOf(first);
  const found = [...letters.slice(from), ...letters.slice(0, from)].find(
    (name) => !taken.includes(name) && name !== "e",
  );
  return found ?? `a${taken.length}`;
}

const option = (name: string, right = false): Shapes["Option"] => ({
  name,
  text: "",
  right,
  credit: "0",
  word: "",
});
const exact = (): Shapes["Tolerance"] => ({ nearness: "exact", amount: "0" });

/** An answer of a kind, keeping the keys that were written where the kind has any. */
export function anAnswer(kind: Kind, before?: Asked): Asked {
  const keys = before && isKeyed(before) ? before.keys : [aKey()];
  const options =
    before && "options" in before ? before.options : [option("a", true), option("b"), option("c")];
  switch (kind) {
    case "number":
      return { kind, keys, tolerance: { nearness: "decimals", amount: "3" }, unit: "", plain: false };
    case "fraction":
      return { kind, keys, mixed: false };
    case "formula":
      return { kind, keys, variables: [aVariable("x")], form: "any", tolerance: "0" };
    case "list":
      return { kind, keys, tolerance: exact(), ordered: false, each: false };
    case "interval":
      return { kind, keys, tolerance: exact() };
    case "point":
      return { kind, keys, tolerance: exact(), size: 2 };
    case "angle":
      return { kind, keys, seconds: "30", bearing: false, turns: false };
    case "text":
      return { kind, keys, likeness: "loose" };
    case "choice":
      return { kind, options, several: false, rule: "all", shuffle: true };
    case "ordering":
      return { kind, options, each: false };
    case "matching":
      return {
        kind,
        left: [option("a"), option("b")],
        right: [option("c"), option("d")],
        pairs: [
          ["a", "c"],
          ["b", "d"],
        ],
        each: true,
      };
    default:
      return { kind: "by_hand", sort: "essay", least_words: 0, guide: "" };
  }
}

export const aVariable = (name: string): Shapes["Variable"] => ({
  name,
  least: "1/2",
  most: "4",
  whole: false,
});
export const anOption = (taken: Shapes["Option"][]): Shapes["Option"] =>
  option(freeName(taken.map((o) => o.name)));
/** Not a letter: those are for what changes. */
const fieldName = (taken: string[]): string =>
  ["answer", ...taken.map((_, at) => `answer${at + 2}`)].find((name) => !taken.includes(name)) ?? "answer";
export const aField = (taken: Field[]): Field => ({
  name: fieldName(taken.map((f) => f.name)),
  asked: anAnswer("number"),
  label: "",
  weight: "1",
});
export const aParameter = (taken: Parameter[]): Parameter => ({
  name: freeName(
    taken.map((p) => p.name),
    "d",
  ),
  drawn: { kind: "range", least: "1", most: "20", step: "1" },
  only_if: "",
  shown: "decimal",
  places: 0,
});
export const aQuestion = (): Question => ({
  text: "",
  parameters: [],
  fields: [aField([])],
  solution: "",
  in_degrees: true,
});

/** What is typed and not saved yet, kept in this browser under the person who typed it: nobody else is shown it. */
const PREFIX = "unvo.kept.";

export interface Kept<T> {
  value: T;
  /** The edition that it was begun from. */
  edition: number;
  at: number;
}

const keyOf = (person: number, what: string): string => `${PREFIX}${person}.${what}`;

export function keepTyped<T>(person: number, what: string, value: T, edition: number): void {
  try {
    localStorage.setItem(keyOf(person, what), JSON.stringify({ value, edition, at: Date.now() }));
  } catch {
    // No room in this browser: what is typed still stands in its field.
  }
}

export function keptTyped<T>(person: number, what: string): Kept<T> | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(person, what)) ?? "null") as Kept<T> | null;
  } catch {
    return null;
  }
}

export const dropTyped = (person: number, what: string): void => localStorage.removeItem(keyOf(person, what));

const keysOf = (person: number): string[] =>
  Object.keys(localStorage).filter((key) => key.startsWith(keyOf(person, "")));

export const countTyped = (person: number): number => keysOf(person).length;

export const forgetTyped = (person: number): void =>
  keysOf(person).forEach((key) => localStorage.removeItem(key));

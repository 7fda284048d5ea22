import { copyOf } from "@/api/copy";

export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

const names = <T extends object>(of: T): (keyof T)[] => Object.keys(of) as (keyof T)[];

/** The fields of `mine` that differ from `base`. */
export function ownFields<T extends object>(mine: T, base: T): Partial<T> {
  const own = names(mine).filter((name) => !same(mine[name], base[name]));
  return Object.fromEntries(own.map((name) => [name, mine[name]])) as Partial<T>;
}

/**
 * What somebody else made of a thing, laid under what is typed of it: fields that were left alone here follow.
 * Returns those that both changed, as they stand now.
 */
export function follow<T extends object>(mine: T, base: T, now: T): Partial<T> {
  const theirs: Partial<T> = {};
  for (const name of names(now)) {
    if (same(base[name], now[name])) continue;
    if (same(base[name], mine[name])) mine[name] = copyOf(now[name]);
    else if (!same(mine[name], now[name])) theirs[name] = copyOf(now[name]);
  }
  return theirs;
}

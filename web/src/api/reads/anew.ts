import type { QueryClient } from "@tanstack/vue-query";

/** Beginnings of keys. */
export type Keys = readonly (readonly unknown[])[];

/** Reads anew, where it is shown, what begins with one of these keys. A first answer still on its way was asked for
 * before: it is given up, or it would stand as the new one. */
export async function readAnew(queries: QueryClient, keys: Keys): Promise<void> {
  await Promise.all(keys.map((queryKey) => queries.cancelQueries({ queryKey })));
  await Promise.all(keys.map((queryKey) => queries.invalidateQueries({ queryKey })));
}

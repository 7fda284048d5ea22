/** One thing to read: the key under which it is kept, and how it is asked for. */
export interface Read<T> {
  queryKey: readonly unknown[];
  queryFn: () => Promise<T>;
}
/** A part of a key that may change while its screen stands. */
export type Get<T> = () => T;

export const read = <T>(queryKey: readonly unknown[], queryFn: () => Promise<T>): Read<T> => ({
  queryKey,
  queryFn,
});

/** The key of a read as a plain value, to write into what is kept. */
export const keyOf = (one: Read<unknown>): readonly unknown[] =>
  one.queryKey.map((part) => (typeof part === "function" ? (part as Get<unknown>)() : part));

import { useQueries, useQueryClient, type QueryClient } from "@tanstack/vue-query";
import { computed, ref, type ComputedRef } from "vue";
import type { Shapes } from "@/api/client";
import { courseBook, keyOf, readAnew } from "@/api/reads";

export type Cell = Shapes["SheetCell"];
export type Row = Shapes["SheetRow"];
const AT_A_TIME = 50;

/** What is on its way was asked for before, and would stand over the fresh rows. */
async function takeRows(
  queries: QueryClient,
  keys: readonly (readonly unknown[])[],
  fresh: readonly Row[],
): Promise<void> {
  const by = new Map(fresh.map((row) => [row.person, row]));
  for (const queryKey of keys) {
    await queries.cancelQueries({ queryKey });
    const kept = queries.setQueryData<Shapes["SheetRows"]>(
      queryKey,
      (before) => before && { rows: before.rows.map((row) => by.get(row.person) ?? row) },
    );
    if (!kept) void queries.invalidateQueries({ queryKey });
  }
}

/** The cells of the students that are looked at, read in blocks. */
export function useRows(slug: () => string, people: ComputedRef<readonly number[]>) {
  const queries = useQueryClient();
  const read = courseBook(slug);
  const wanted = ref(new Set([0]));
  const blocks = computed(() =>
    Array.from({ length: Math.ceil(people.value.length / AT_A_TIME) }, (_, n) =>
      people.value.slice(n * AT_A_TIME, (n + 1) * AT_A_TIME),
    ),
  );
  const shown = computed(() => [...wanted.value].flatMap((n) => (blocks.value[n] ? [blocks.value[n]] : [])));
  const keys = () => shown.value.map((block) => keyOf(read.rows(block)));
  const found = useQueries({ queries: computed(() => shown.value.map((block) => read.rows(block))) });
  const rows = computed(() => {
    const all = found.value.flatMap((one) => one.data?.rows ?? []);
    return new Map(
      all.map((row) => [row.person, { row, cells: new Map(row.cells.map((cell) => [cell.item, cell])) }]),
    );
  });
  return {
    rows,
    failed: computed(() => found.value.find((one) => one.error && !one.data)?.error ?? null),
    /** All of the class is read. */
    whole: computed(() => blocks.value.length === found.value.filter((one) => one.data).length),
    cellAt: (item: number, person: number): Cell | undefined => rows.value.get(person)?.cells.get(item),
    /** These students are looked at. */
    look(persons: readonly number[]): void {
      const place = new Map(people.value.map((pk, n) => [pk, Math.floor(n / AT_A_TIME)]));
      const missing = persons.map((pk) => place.get(pk) ?? 0).filter((n) => !wanted.value.has(n));
      if (missing.length) wanted.value = new Set([...wanted.value, ...missing]);
    },
    /** After a change of so many that their rows did not come along. */
    anew: (): Promise<void> => readAnew(queries, keys()),
    /** Rows that came with the answer to a change. */
    take: (fresh: readonly Row[]): Promise<void> => takeRows(queries, keys(), fresh),
  };
}

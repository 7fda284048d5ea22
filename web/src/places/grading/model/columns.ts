import type { Shapes } from "@/api/client";

/** One graded item with the category that it counts in, and how much of it came, waits and is held. */
export interface Column {
  item: Shapes["BookItem"];
  category: Shapes["BookCategory"];
  counts: Shapes["ColumnCounts"];
}
type Counts = readonly Shapes["ColumnCounts"][];
const NEAR = 2;
/** Students with a cell of one of these can be shown alone. */
export const SHOWN = ["waiting", "missing", "held", "excused"] as const;

/** Which items stand in the sheet: all, those of the weeks around now, those with work that waits, one category's. */
export type Which = "all" | "near" | "waiting" | `c${number}`;

export function columnsOf(book: Shapes["Book"], counts: Counts, which: Which, week: number | null): Column[] {
  const by = new Map(counts.map((one) => [one.item, one]));
  const none = (item: number): Shapes["ColumnCounts"] => ({ item, handed_in: 0, waiting: 0, held: 0 });
  const all = book.categories.flatMap((category) =>
    category.items.map((item) => ({ item, category, counts: by.get(item.id) ?? none(item.id) })),
  );
  if (which === "waiting") return all.filter((one) => one.counts.waiting);
  if (which.startsWith("c")) return all.filter(({ category }) => `c${category.id ?? 0}` === which);
  if (which !== "near" || week === null) return all;
  const near = all.filter(({ item }) => item.week !== null && item.week <= week && item.week >= week - NEAR);
  return near.length ? near : all;
}

/** Runs of columns of one category. */
export function groupsOf(
  columns: readonly Column[],
): { from: number; count: number; name: string; weight: string | null }[] {
  const found: { from: number; count: number; id: number | null; name: string; weight: string | null }[] = [];
  columns.forEach(({ category }, n) => {
    const last = found[found.length - 1];
    if (last && last.id === category.id) last.count++;
    else found.push({ from: n, count: 1, id: category.id, name: category.name, weight: category.weight });
  });
  return found;
}

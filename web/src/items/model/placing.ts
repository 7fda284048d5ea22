import type { Shapes } from "@/api/client";

type Row = Shapes["Row"];

export interface Group {
  id: number | null;
  title: string;
  edition: number;
  rows: Row[];
}

export interface Place {
  part_id: number | null;
  before: number | null;
}

/** A module's rows by part, those above the first part first; empty parts stay to be filled. */
export function groupsOf(module: Shapes["SheetModule"]): Group[] {
  const above = module.rows.filter((r) => r.part_id === null);
  const loose: Group = { id: null, title: "", edition: 0, rows: above };
  const parts = module.parts.map((p) => ({ ...p, rows: module.rows.filter((r) => r.part_id === p.id) }));
  return loose.rows.length || !parts.length ? [loose, ...parts] : parts;
}

/** Where an item goes one step up or down; over the edge of its part into the next one. Null at the ends. */
export function stepPlace(groups: Group[], id: number, by: -1 | 1): Place | null {
  const g = groups.findIndex((group) => group.rows.some((r) => r.id === id));
  const group = groups[g];
  if (!group) return null;
  const at = group.rows.findIndex((r) => r.id === id);
  const target = at + by;
  if (target >= 0 && target < group.rows.length) {
    const before = by < 0 ? group.rows[target] : group.rows[target + 1];
    return { part_id: group.id, before: before?.id ?? null };
  }
  const next = groups[g + by];
  if (!next) return null;
  return { part_id: next.id, before: by < 0 ? null : (next.rows[0]?.id ?? null) };
}

import type { Shapes } from "@/api/client";

/** Something that is shown to students, with whatever of it is still a draft. */
export interface Openable {
  title: string;
  modules: number[];
  drafts: { id: number; title: string }[];
  /** All of it is open already: it can only go back into draft. */
  open: boolean;
  items: number[];
}

type Row = Shapes["Row"];

export const drafts = (rows: Row[]): { id: number; title: string }[] =>
  rows.filter((row) => !row.published).map(({ id, title }) => ({ id, title }));

export const openableRow = (row: Row): Openable => ({
  title: row.title,
  modules: [],
  drafts: drafts([row]),
  open: row.published,
  items: [row.id],
});

export const openablePart = (title: string, rows: Row[]): Openable => ({
  title,
  modules: [],
  drafts: drafts(rows),
  open: false,
  items: rows.map((row) => row.id),
});

export function openableModule(module: Shapes["SheetModule"]): Openable {
  const left = drafts(module.rows);
  return {
    title: module.title,
    modules: [module.id],
    drafts: left,
    open: module.published && !left.length,
    items: module.rows.map((row) => row.id),
  };
}

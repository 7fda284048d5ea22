import type { Shapes } from "@/api/client";

type Row = Shapes["PastedRow"];
type Item = Row["items"][number];

export interface OwnItem {
  kind: "page" | "assignment";
  title: string;
  day: string;
  at: string;
  /** What it becomes; empty once it was corrected here. */
  fate: Item["fate"] | "";
}

/** A row of the preview as it is corrected. */
export interface OwnRow {
  line: number;
  /** What was pasted, cell by cell, with what each was read as. */
  cells: { read: string; text: string }[];
  week: number | null;
  topic: string;
  items: OwnItem[];
  carried: boolean;
  leftOut: Row["left_out"];
  used: boolean;
}

export function ownRows(paste: Shapes["Paste"]): OwnRow[] {
  return paste.rows.map((row) => ({
    line: row.line,
    cells: row.cells
      .map((text, n) => ({ read: paste.columns[n] ?? "", text }))
      .filter((cell) => cell.text !== ""),
    week: row.week,
    topic: row.topics.join("; "),
    items: row.items.map((item) => ({
      kind: item.kind === "page" ? "page" : "assignment",
      title: item.title,
      day: item.day ?? "",
      at: item.at?.slice(0, 5) ?? "",
      fate: item.fate,
    })),
    carried: row.carried,
    leftOut: row.left_out,
    used: row.left_out === "",
  }));
}

/** The row as it is taken after all: its topic is what stands in the columns of topics, else in any that is no time. */
export function takeIn(row: OwnRow): OwnRow {
  const named = row.cells.filter((cell) => cell.read === "topic");
  const others = row.cells.filter((cell) => !["week", "date", "weekday", "class"].includes(cell.read));
  const topic = (named.length ? named : others).map((cell) => cell.text).join("; ");
  return { ...row, used: true, topic: row.topic || topic };
}

/** What is sent: the rows that are used and have a week. */
export function wishes(rows: OwnRow[]): Shapes["RowWishIn"][] {
  return rows.flatMap((row) =>
    row.used && row.week !== null
      ? {
          line: row.line,
          week: row.week,
          topics: row.topic
            .split(";")
            .map((one) => one.trim())
            .filter(Boolean),
          items: row.items
            .filter((item) => item.title.trim())
            .map(({ kind, title, day, at }) => ({
              kind,
              title,
              day: kind === "assignment" && day ? day : null,
              at: kind === "assignment" && day && at ? at : null,
            })),
        }
      : [],
  );
}

/** How many items are new, changed, or in the rows because a hand corrected them. */
export function counts(rows: OwnRow[]): Record<"new" | "changed" | "corrected", number> {
  const items = rows.filter((row) => row.used && row.week !== null).flatMap((row) => row.items);
  const of = (fate: OwnItem["fate"]): number => items.filter((item) => item.fate === fate).length;
  return { new: of("new"), changed: of("changed"), corrected: of("") };
}

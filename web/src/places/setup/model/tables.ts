import type { Shapes } from "@/api/client";

export type Table = Shapes["TableRule"];
/** Of what is due when: at any time, in weeks of the term, on days. */
export type When = "any" | "weeks" | "days";

export const NO_WHEN = { from_week: null, until_week: null, from_day: null, until_day: null };

/** By what a table is bound, where it is. */
export function whenOf(table: Table): When | null {
  if (table.from_day || table.until_day) return "days";
  return (table.from_week ?? table.until_week ?? null) === null ? null : "weeks";
}

/** Rows as they are typed: '10 60', one a line; a comma in a figure is a point, and a per cent sign may stand. */
export function readRows(text: string): { rows: Table["rows"]; unreadable: number | null } {
  const rows: Table["rows"] = [];
  for (const [n, line] of text.split("\n").entries()) {
    if (!line.trim()) continue;
    const parts = line
      .replaceAll(",", ".")
      .replaceAll("%", " ")
      .trim()
      .split(/[\s;]+/);
    if (parts.length !== 2 || !parts.every((part) => /^-?\d+(\.\d{1,6})?$/.test(part)))
      return { rows, unreadable: n + 1 };
    rows.push({ points: parts[0]!, percent: parts[1]! });
  }
  return { rows, unreadable: null };
}

export const rowsText = (table: Pick<Table, "rows">): string =>
  table.rows.map((row) => `${row.points} ${row.percent}`).join("\n");

/** The table drawn in a square of 100: points to the right, per cent up. */
export function curveOf(table: Pick<Table, "rows">): string {
  const most = Number(table.rows.at(-1)?.points ?? 0);
  if (!most) return "";
  const top = Math.max(100, ...table.rows.map((row) => Number(row.percent)));
  return table.rows
    .map((row) => `${(Number(row.points) / most) * 100},${100 - (Number(row.percent) / top) * 100}`)
    .join(" ");
}

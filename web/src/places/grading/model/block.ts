/** Cells of a spreadsheet as text: rows by lines, columns by tabs, a cell with either in quotes. */
export function readBlock(text: string): string[][] {
  const rows: string[][] = [[]];
  let cell = "";
  let quoted = false;
  const end = () => {
    rows[rows.length - 1]!.push(cell);
    cell = "";
  };
  const plain = text.replace(/\r\n?/g, "\n");
  for (let i = 0; i < plain.length; i++) {
    const c = plain[i]!;
    if (quoted && c === '"' && plain[i + 1] === '"') {
      cell += plain[++i];
    } else if (quoted ? c === '"' : c === '"' && cell === "") {
      quoted = !quoted;
    } else if (!quoted && c === "\t") {
      end();
    } else if (!quoted && c === "\n") {
      end();
      rows.push([]);
    } else {
      cell += c;
    }
  }
  end();
  // The line that a spreadsheet ends with is no row.
  const last = rows[rows.length - 1]!;
  if (rows.length > 1 && last.length === 1 && last[0] === "") rows.pop();
  return rows.map((row) => row.map((one) => one.trim()));
}

const FORMULA = /^[=+@\t]|^-(?!\d)/;

/** The other way round. What a spreadsheet would work out is written so that it doesn't. */
export const writeBlock = (rows: readonly (readonly string[])[]): string =>
  rows
    .map((row) =>
      row
        .map((cell) => (FORMULA.test(cell) ? `'${cell}` : cell))
        .map((cell) => (/[\t\n"]/.test(cell) ? `"${cell.replace(/"/g, '""')}"` : cell))
        .join("\t"),
    )
    .join("\n");

export interface Spot {
  row: number;
  column: number;
}
export interface Area {
  top: number;
  left: number;
  bottom: number;
  right: number;
}

export const areaOf = (a: Spot, b: Spot): Area => ({
  top: Math.min(a.row, b.row),
  left: Math.min(a.column, b.column),
  bottom: Math.max(a.row, b.row),
  right: Math.max(a.column, b.column),
});

/** What a pasted block becomes: from the corner of the area on, or over and over where the area is a multiple of it;
 * what would lie outside of `rows` x `columns` is counted in `over`. */
export function laidOut(
  block: readonly (readonly string[])[],
  area: Area,
  size: { rows: number; columns: number },
): { spots: (Spot & { text: string })[]; over: number } {
  const [high, wide] = [block.length, Math.max(...block.map((row) => row.length))];
  const [rows, columns] = [area.bottom - area.top + 1, area.right - area.left + 1];
  const [times, across] = [rows % high === 0 ? rows / high : 1, columns % wide === 0 ? columns / wide : 1];
  const spots: (Spot & { text: string })[] = [];
  let over = 0;
  for (let r = 0; r < high * times; r++) {
    for (let c = 0; c < wide * across; c++) {
      const text = block[r % high]?.[c % wide];
      if (text === undefined) continue;
      const spot = { row: area.top + r, column: area.left + c };
      if (spot.row < size.rows && spot.column < size.columns) spots.push({ ...spot, text });
      else over++;
    }
  }
  return { spots, over };
}

/** Where a key leads from a spot; null for a key that leads nowhere. */
export function moved(
  from: Spot,
  key: string,
  size: { rows: number; columns: number; page: number },
  far = false,
): Spot | null {
  const [rows, columns] = [size.rows - 1, size.columns - 1];
  const to: Record<string, Spot> = {
    ArrowUp: { ...from, row: far ? 0 : from.row - 1 },
    ArrowDown: { ...from, row: far ? rows : from.row + 1 },
    ArrowLeft: { ...from, column: far ? 0 : from.column - 1 },
    ArrowRight: { ...from, column: far ? columns : from.column + 1 },
    PageUp: { ...from, row: from.row - size.page },
    PageDown: { ...from, row: from.row + size.page },
    Home: { row: far ? 0 : from.row, column: 0 },
    End: { row: far ? rows : from.row, column: columns },
  };
  const spot = to[key];
  if (!spot) return null;
  return {
    row: Math.min(rows, Math.max(0, spot.row)),
    column: Math.min(columns, Math.max(0, spot.column)),
  };
}

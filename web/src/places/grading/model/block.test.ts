import { describe, expect, it } from "vitest";
import { areaOf, laidOut, moved, readBlock, writeBlock } from "./block";

describe("a block of a spreadsheet", () => {
  it("reads rows and columns, quoted cells and the last line's end", () => {
    expect(readBlock('1\t2\r\n3\t"a\tb"\n')).toEqual([
      ["1", "2"],
      ["3", "a\tb"],
    ]);
    expect(readBlock('"say ""so"""')).toEqual([['say "so"']]);
    expect(readBlock("1\n\n3")).toEqual([["1"], [""], ["3"]]);
  });

  it("writes what reads back, and nothing that a spreadsheet works out", () => {
    const rows = [
      ["1", 'a"b'],
      ["", "x\ty"],
    ];
    expect(readBlock(writeBlock(rows))).toEqual(rows);
    expect(writeBlock([["=1+1", "-3", "@x", "-cmd"]])).toBe("'=1+1\t-3\t'@x\t'-cmd");
  });

  it("fills an area that is a multiple of it, and counts what lies outside", () => {
    const size = { rows: 3, columns: 3 };
    const column = areaOf({ row: 0, column: 1 }, { row: 2, column: 1 });
    expect(laidOut([["7"]], column, size).spots.map((s) => [s.row, s.column, s.text])).toEqual([
      [0, 1, "7"],
      [1, 1, "7"],
      [2, 1, "7"],
    ]);
    const corner = areaOf({ row: 2, column: 2 }, { row: 2, column: 2 });
    const { spots, over } = laidOut(
      [
        ["1", "2"],
        ["3", "4"],
      ],
      corner,
      size,
    );
    expect([spots, over]).toEqual([[{ row: 2, column: 2, text: "1" }], 3]);
  });

  it("moves within its bounds", () => {
    const size = { rows: 5, columns: 4, page: 3 };
    expect(moved({ row: 0, column: 0 }, "ArrowUp", size)).toEqual({ row: 0, column: 0 });
    expect(moved({ row: 1, column: 1 }, "ArrowDown", size, true)).toEqual({ row: 4, column: 1 });
    expect(moved({ row: 1, column: 1 }, "PageDown", size)).toEqual({ row: 4, column: 1 });
    expect(moved({ row: 1, column: 1 }, "End", size)).toEqual({ row: 1, column: 3 });
    expect(moved({ row: 1, column: 1 }, "a", size)).toBeNull();
  });
});

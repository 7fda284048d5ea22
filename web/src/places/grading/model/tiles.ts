import type { Shapes } from "@/api/client";
import type { Tile } from "@/ui/tile/StateTile.vue";

/** The tile of a cell; none where a score, or nothing, says it. */
export const CELL_TILES: Partial<Record<Shapes["SheetCell"]["state"], Tile>> = {
  started: "started",
  given_back: "todo",
  waiting: "handed",
  missing: "missing",
  held: "held",
  excused: "excused",
};

import { computed, nextTick, ref, type ComputedRef, type Ref } from "vue";
import { useI18n } from "vue-i18n";
import { say } from "@/ui/notice/notices";
import { areaOf, laidOut, moved, readBlock, writeBlock, type Area, type Spot } from "./block";

type Written = Spot & { text: string };
interface Grid {
  spot: Ref<Spot>;
  size: ComputedRef<{ rows: number; columns: number; page: number }>;
  /** As it would be typed; with what was typed and is not kept yet. */
  text: (at: Spot) => string;
  /** What is kept there. */
  kept: (at: Spot) => string;
  put: (spots: readonly Written[]) => void;
  /** What was typed there is given up. */
  drop: (at: Spot) => void;
  undo: () => unknown;
  redo: () => unknown;
  /** Brings a spot into sight. */
  show: (at: Spot) => void;
  /** Whether what stands in these rows is known; it is read where it is not. */
  known: (area: Area) => boolean;
  /** Gives the keys back to the sheet. */
  focus: () => void;
  focusField: () => void;
}

function every(area: Area, make: (at: Spot) => string): Written[] {
  const found = [];
  for (let row = area.top; row <= area.bottom; row++)
    for (let column = area.left; column <= area.right; column++)
      found.push({ row, column, text: make({ row, column }) });
  return found;
}

/** Where one is, and what is chosen from there on. */
function useSpot({ spot, size, show }: Grid) {
  const anchor = ref<Spot>({ ...spot.value });
  return {
    spot,
    size,
    anchor,
    area: computed(() => areaOf(anchor.value, spot.value)),
    go(to: Spot, extend = false): void {
      const { rows, columns } = size.value;
      const held = {
        row: Math.max(0, Math.min(rows - 1, to.row)),
        column: Math.max(0, Math.min(columns - 1, to.column)),
      };
      spot.value = held;
      if (!extend) anchor.value = held;
      show(held);
    },
    /** Rows and columns are others now: one stays at the same student and item, where they are still there. */
    moved(to: (at: Spot) => Spot): void {
      [anchor.value, spot.value] = [to(anchor.value), to(spot.value)];
    },
    chooseAll(): void {
      anchor.value = { row: 0, column: 0 };
      spot.value = { row: size.value.rows - 1, column: size.value.columns - 1 };
    },
  };
}

/** What a spreadsheet does: where one is, what is chosen, typed, cleared and filled down. */
export function useGrid(grid: Grid) {
  const { text, put } = grid;
  const at = useSpot(grid);
  const { spot, area } = at;
  /** What is being typed; null while nothing is. */
  const editing = ref<string | null>(null);
  const { t } = useI18n();
  /** What is not read yet is neither copied nor written over. */
  const whole = (act: () => void) => (grid.known(area.value) ? act() : say(t("gradebook.notRead")));
  function changed(spots: Written[]): void {
    for (const one of spots) if (one.text === grid.kept(one)) grid.drop(one);
    put(spots.filter((one) => one.text !== grid.kept(one)));
  }
  async function edit(start: string = text(spot.value)): Promise<void> {
    editing.value = start;
    await nextTick();
    grid.focusField();
  }
  const leave = () => {
    editing.value = null;
    grid.focus();
  };
  function commit(by: Spot | null = null): void {
    if (editing.value === null) return;
    const [typed, here] = [editing.value.trim(), { ...spot.value }];
    if (by) leave();
    else editing.value = null;
    changed([{ ...here, text: typed }]);
    if (by) at.go({ row: here.row + by.row, column: here.column + by.column });
  }
  return {
    ...at,
    ...{ editing, edit, leave, commit, changed, whole, undo: grid.undo, redo: grid.redo },
    fillDown: () => whole(() => changed(every(area.value, (one) => text({ ...one, row: area.value.top })))),
    clear: () => whole(() => changed(every(area.value, () => ""))),
    chosen: () => every(area.value, text),
  };
}
type Held = ReturnType<typeof useGrid>;

/** The keys of the sheet while nothing is typed. */
export function sheetKeys(held: Held): (event: KeyboardEvent) => void {
  const commands: Record<string, (shift: boolean) => unknown> = {
    z: (shift) => (shift ? held.redo() : held.undo()),
    y: () => held.redo(),
    d: () => held.fillDown(),
    a: () => held.chooseAll(),
  };
  const plain: Record<string, () => unknown> = {
    Enter: () => held.edit(),
    F2: () => held.edit(),
    Delete: () => held.clear(),
    Backspace: () => held.clear(),
    Escape: () => (held.anchor.value = { ...held.spot.value }),
  };
  function act(event: KeyboardEvent): (() => unknown) | undefined {
    if (event.altKey) return undefined;
    const command = event.ctrlKey || event.metaKey;
    const to = moved(held.spot.value, event.key, held.size.value, command);
    if (to) return () => held.go(to, event.shiftKey);
    const named = commands[event.key.toLowerCase()];
    if (command) return named && (() => named(event.shiftKey));
    const types = event.key.length === 1 && event.key !== " " && event.key !== "?";
    return plain[event.key] ?? (types ? () => held.edit(event.key) : undefined);
  }
  return (event) => {
    const found = held.editing.value === null ? act(event) : undefined;
    if (!found) return;
    event.preventDefault();
    event.stopPropagation();
    found();
  };
}

/** The keys of a cell that is typed in. */
export const cellKeys =
  (held: Held) =>
  (event: KeyboardEvent): void => {
    event.stopPropagation();
    const by: Record<string, Spot> = {
      Enter: { row: event.shiftKey ? -1 : 1, column: 0 },
      Tab: { row: 0, column: event.shiftKey ? -1 : 1 },
    };
    if (event.key !== "Escape" && !by[event.key]) return;
    event.preventDefault();
    if (event.key === "Escape") held.leave();
    else held.commit(by[event.key]);
  };

/** Copying out and pasting in. */
export function useBlocks(held: Held) {
  const { t } = useI18n();
  return {
    copied(event: ClipboardEvent): void {
      if (held.editing.value !== null || !event.clipboardData) return;
      event.preventDefault();
      const data = event.clipboardData;
      held.whole(() => {
        const rows: string[][] = [];
        for (const at of held.chosen()) (rows[at.row - held.area.value.top] ??= []).push(at.text);
        data.setData("text/plain", writeBlock(rows));
        const n = rows.length * (rows[0]?.length ?? 0);
        say(t("gradebook.copied", { n }, n));
      });
    },
    pasted(event: ClipboardEvent): void {
      if (held.editing.value !== null) return;
      event.preventDefault();
      const block = readBlock(event.clipboardData?.getData("text/plain") ?? "");
      const { spots, over } = laidOut(block, held.area.value, held.size.value);
      held.changed(spots);
      if (over) say(t("gradebook.pastedOver", { n: over }, over));
    },
  };
}

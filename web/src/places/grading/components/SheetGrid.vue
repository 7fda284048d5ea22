<script setup lang="ts">
import { useVirtualizer } from "@tanstack/vue-virtual";
import { computed, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import type { Spot } from "../model/block";
import type { Column } from "../model/columns";
import { cellKeys, sheetKeys, useBlocks, useGrid } from "../model/use-grid";
import type { Sheet } from "../model/use-sheet";
import SheetHead from "./SheetHead.vue";
import SheetRow from "./SheetRow.vue";

const [HIGH, WIDE, HEAD, NARROW] = [34, 96, 82, 640];
const { sheet, people, columns } = defineProps<{
  sheet: Sheet;
  people: readonly Shapes["BookPerson"][];
  columns: readonly Column[];
}>();
const spot = defineModel<Spot>("spot", { required: true });
const emit = defineEmits<{ head: [column: Column] }>();
const { t } = useI18n();
const scroll = useTemplateRef<HTMLElement>("scroll");
const [names, totals] = window.innerWidth < NARROW ? [118, 0] : [188, 64];
const left = names + totals;
/** A finger has no keys to type over a cell with: pressed again, the cell is typed in. */
const COARSE = matchMedia("(pointer: coarse)").matches;
const widths = { names, totals, cell: WIDE };

const down = useVirtualizer(
  computed(() => ({
    count: people.length,
    getScrollElement: () => scroll.value,
    estimateSize: () => HIGH,
    overscan: 6,
    scrollPaddingStart: HEAD,
    paddingStart: HEAD,
  })),
);
const across = useVirtualizer(
  computed(() => ({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => scroll.value,
    estimateSize: () => WIDE,
    overscan: 3,
    scrollPaddingStart: left,
    paddingStart: left,
  })),
);
const rowsShown = computed(() => down.value.getVirtualItems());
const columnsShown = computed(() => across.value.getVirtualItems());

const place = (at: Spot): [number, number] => [columns[at.column]?.item.id ?? 0, people[at.row]?.id ?? 0];
function kept(at: Spot): string {
  const cell = sheet.cellAt(...place(at));
  return cell?.excused ? "exc" : (cell?.raw ?? "");
}
/** Where it stands among these, or as near to `before` as there is anything. */
function placeIn<T>(
  all: readonly T[],
  id: number | undefined,
  before: number,
  idOf: (one: T) => number,
): number {
  const found = all.findIndex((one) => idOf(one) === id);
  return found < 0 ? Math.max(0, Math.min(all.length - 1, before)) : found;
}
const grid = useGrid({
  spot,
  size: computed(() => ({ rows: people.length, columns: columns.length, page: 12 })),
  text: (at) => sheet.pendingAt(...place(at))?.text ?? kept(at),
  kept,
  drop: (at) => void sheet.drop(...place(at)),
  put(spots) {
    if (!spots.length) return;
    void sheet.put(
      spots.map((at) => ({ item: columns[at.column]!.item.id, person: people[at.row]!.id, text: at.text })),
    );
  },
  undo: () => sheet.undo(),
  redo: () => sheet.redo(),
  show(at) {
    down.value.scrollToIndex(at.row);
    across.value.scrollToIndex(at.column);
  },
  known({ top, bottom }) {
    const persons = people.slice(top, bottom + 1).map((one) => one.id);
    sheet.look(persons);
    return persons.every((one) => sheet.rows.value.has(one));
  },
  focus: () => scroll.value?.focus({ preventScroll: true }),
  focusField: () => scroll.value?.querySelector("input")?.focus(),
});
const { area, editing, commit } = grid;
const [pressed, typedKey, { copied, pasted }] = [sheetKeys(grid), cellKeys(grid), useBlocks(grid)];

watch(rowsShown, (rows) => sheet.look(rows.flatMap((row) => people[row.index]?.id ?? [])), {
  immediate: true,
});
watch([() => people, () => columns], (_now, [rows, wide]) =>
  grid.moved(({ row, column }) => ({
    row: placeIn(people, rows[row]?.id, row, (one) => one.id),
    column: placeIn(columns, wide[column]?.item.id, column, (one) => one.item.id),
  })),
);

const id = (at: Spot): string => `cell-${people[at.row]?.id}-${columns[at.column]?.item.id}`;
const chosenIn = (row: number): boolean => row >= area.value.top && row <= area.value.bottom;
function point(at: Spot, event: MouseEvent): void {
  commit();
  const here = at.row === spot.value.row && at.column === spot.value.column;
  if (here && COARSE) return void grid.edit();
  grid.go(at, event.shiftKey);
  // The press itself would take the keys away from the sheet again.
  event.preventDefault();
  scroll.value?.focus({ preventScroll: true });
}
defineExpose({
  go: grid.go,
  edit: () => grid.edit(),
  focus: () => scroll.value?.focus({ preventScroll: true }),
});
</script>

<template>
  <div
    ref="scroll"
    class="sheet"
    role="grid"
    tabindex="0"
    aria-multiselectable="true"
    :aria-label="t('gradebook.title')"
    :aria-rowcount="people.length + 1"
    :aria-colcount="columns.length + 2"
    :aria-activedescendant="editing === null && columns.length ? id(spot) : undefined"
    @keydown="pressed"
    @copy="copied"
    @paste="pasted"
  >
    <div :style="{ width: `${across.getTotalSize()}px`, height: `${down.getTotalSize()}px` }">
      <SheetHead
        :columns="columns"
        :shown="columnsShown"
        :left="left"
        :names="names"
        :wide="WIDE"
        :high="HEAD"
        :chosen="area"
        @head="(column) => emit('head', column)"
      />
      <SheetRow
        v-for="row in rowsShown"
        :key="people[row.index]!.id"
        :person="people[row.index]!"
        :index="row.index"
        :columns="columns"
        :shown="columnsShown"
        :sheet="sheet"
        :widths="widths"
        :from="chosenIn(row.index) ? area.left : -1"
        :to="chosenIn(row.index) ? area.right : -1"
        :here="spot.row === row.index ? spot.column : -1"
        :typing="spot.row === row.index ? editing : null"
        :style="{ top: `${row.start}px`, height: `${HIGH}px` }"
        @point="(column, event) => point({ row: row.index, column }, event)"
        @edit="grid.edit()"
        @typed="(text) => (editing = text)"
        @key="typedKey"
        @commit="commit()"
      />
    </div>
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  overflow: auto;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  overscroll-behavior: contain;
}
.sheet > div {
  position: relative;
}
</style>

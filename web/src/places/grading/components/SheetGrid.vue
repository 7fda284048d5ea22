<script setup lang="ts">
import { useVirtualizer } from "@tanstack/vue-virtual";
import { computed, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { within, type Spot } from "../model/block";
import type { Column } from "../model/columns";
import { cellKeys, sheetKeys, useBlocks, useGrid } from "../model/use-grid";
import type { Sheet } from "../model/use-sheet";
import SheetCell from "./SheetCell.vue";
import SheetHead from "./SheetHead.vue";

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
const field = useTemplateRef<HTMLInputElement[]>("field");
const [names, totals] = window.innerWidth < NARROW ? [118, 0] : [188, 64];
const left = names + totals;

const down = useVirtualizer(
  computed(() => ({
    count: people.length,
    getScrollElement: () => scroll.value,
    estimateSize: () => HIGH,
    overscan: 12,
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
    overscan: 6,
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
  focus: () => scroll.value?.focus({ preventScroll: true }),
  focusField: () => field.value?.[0]?.focus(),
});
const { area, editing, commit } = grid;
const [pressed, typedKey, { copied, pasted }] = [sheetKeys(grid), cellKeys(grid), useBlocks(grid)];

watch(rowsShown, (rows) => sheet.look(rows.flatMap((row) => people[row.index]?.id ?? [])), {
  immediate: true,
});
// Other rows and columns: what was chosen is not there any more.
watch(
  () => [people.length, columns.length],
  () => grid.go(spot.value),
);

const id = (at: Spot): string => `cell-${people[at.row]?.id}-${columns[at.column]?.item.id}`;
const totalOf = (person: number): string => {
  const row = sheet.rows.value.get(person)?.row;
  return row ? (row.total ?? "–") : "…";
};
function point(at: Spot, event: MouseEvent): void {
  commit();
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
      <div
        v-for="row in rowsShown"
        :key="people[row.index]!.id"
        role="row"
        :aria-rowindex="row.index + 2"
        class="row"
        :style="{ top: `${row.start}px`, height: `${HIGH}px` }"
      >
        <div class="frozen" :style="{ width: `${left}px` }">
          <span
            role="rowheader"
            class="name"
            :style="{ width: `${names}px` }"
            :title="people[row.index]!.name"
            >{{ people[row.index]!.name }}</span
          >
          <span v-if="totals" role="gridcell" class="total figures" :style="{ width: `${totals}px` }">{{
            totalOf(people[row.index]!.id)
          }}</span>
        </div>
        <SheetCell
          v-for="column in columnsShown"
          :id="id({ row: row.index, column: column.index })"
          :key="columns[column.index]!.item.id"
          :cell="sheet.cellAt(columns[column.index]!.item.id, people[row.index]!.id)"
          :pending="sheet.pendingAt(columns[column.index]!.item.id, people[row.index]!.id)"
          :index="column.index + 3"
          :chosen="within(area, { row: row.index, column: column.index })"
          :here="spot.row === row.index && spot.column === column.index"
          :style="{ left: `${column.start}px`, width: `${WIDE}px` }"
          @mousedown="(event: MouseEvent) => point({ row: row.index, column: column.index }, event)"
          @dblclick="grid.edit()"
        >
          <input
            v-if="editing !== null && spot.row === row.index && spot.column === column.index"
            ref="field"
            v-model="editing"
            class="typing figures"
            inputmode="decimal"
            autocomplete="off"
            :aria-label="
              t('gradebook.cell', { item: columns[column.index]!.item.title, name: people[row.index]!.name })
            "
            @keydown="typedKey"
            @blur="commit()"
            @mousedown.stop
            @copy.stop
            @paste.stop
          />
        </SheetCell>
      </div>
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
.row {
  position: absolute;
  left: 0;
  width: 100%;
}
.frozen {
  position: sticky;
  left: 0;
  z-index: 2;
  display: flex;
  height: 100%;
  background: var(--sheet);
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule-faint);
}
.name,
.total {
  overflow: hidden;
  padding: 0 8px;
  line-height: 33px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name {
  font-size: 15px;
}
.total {
  border-left: 1px solid var(--rule-faint);
  font-weight: 700;
  font-size: 13.5px;
  text-align: right;
}
.typing {
  position: absolute;
  inset: 0;
  padding: 0 8px;
  background: var(--sheet);
  color: var(--ink);
  text-align: right;
  outline: 2px solid var(--deep);
}
</style>

<script setup lang="ts">
import type { VirtualItem } from "@tanstack/vue-virtual";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import type { Column } from "../model/columns";
import type { Sheet } from "../model/use-sheet";
import SheetCell from "./SheetCell.vue";

/** One student's row. `from` to `to`: the columns that are chosen in it, -1 where none is; `here`: the one where one
 * is; `typing`: what is typed there. */
const { person, index, columns, shown, sheet, widths, from, to, here, typing } = defineProps<{
  person: Shapes["BookPerson"];
  index: number;
  columns: readonly Column[];
  shown: readonly VirtualItem[];
  sheet: Sheet;
  widths: { names: number; totals: number; cell: number };
  from: number;
  to: number;
  here: number;
  typing: string | null;
}>();
const emit = defineEmits<{
  point: [column: number, event: MouseEvent];
  edit: [];
  typed: [text: string];
  key: [event: KeyboardEvent];
  commit: [];
}>();
const { t } = useI18n();
const total = computed(() => {
  const row = sheet.rows.value.get(person.id)?.row;
  return row ? (row.total ?? "–") : "…";
});
</script>

<template>
  <div role="row" :aria-rowindex="index + 2" class="row">
    <div class="frozen" :style="{ width: `${widths.names + widths.totals}px` }">
      <span role="rowheader" class="name" :style="{ width: `${widths.names}px` }" :title="person.name">{{
        person.name
      }}</span>
      <span
        v-if="widths.totals"
        role="gridcell"
        class="total figures"
        :style="{ width: `${widths.totals}px` }"
        >{{ total }}</span
      >
    </div>
    <SheetCell
      v-for="column in shown"
      :id="`cell-${person.id}-${columns[column.index]!.item.id}`"
      :key="columns[column.index]!.item.id"
      :cell="sheet.cellAt(columns[column.index]!.item.id, person.id)"
      :pending="sheet.pendingAt(columns[column.index]!.item.id, person.id)"
      :index="column.index + 3"
      :chosen="column.index >= from && column.index <= to"
      :here="column.index === here"
      :style="{ left: `${column.start}px`, width: `${widths.cell}px` }"
      @mousedown="(event: MouseEvent) => emit('point', column.index, event)"
      @dblclick="emit('edit')"
    >
      <input
        v-if="typing !== null && column.index === here"
        class="typing figures"
        inputmode="decimal"
        autocomplete="off"
        :value="typing"
        :aria-label="t('gradebook.cell', { item: columns[column.index]!.item.title, name: person.name })"
        @input="(event) => emit('typed', (event.target as HTMLInputElement).value)"
        @keydown="(event) => emit('key', event)"
        @blur="emit('commit')"
        @mousedown.stop
        @copy.stop
        @paste.stop
      />
    </SheetCell>
  </div>
</template>

<style scoped>
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

<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import StateTile from "@/ui/tile/StateTile.vue";
import { CELL_TILES } from "../model/tiles";
import type { Pending } from "../model/use-sheet";

const { id, cell, pending, index, chosen, here } = defineProps<{
  id: string;
  cell: Shapes["SheetCell"] | undefined;
  pending: Pending | undefined;
  index: number;
  chosen: boolean;
  here: boolean;
}>();
const { t } = useI18n();
const state = computed(() => cell?.state ?? "open");
const tile = computed(() => (pending ? undefined : CELL_TILES[state.value]));
const words = computed(() => {
  if (pending) return pending.text;
  if (state.value === "excused") return t("gradebook.exc");
  if (cell?.counts != null) return cell.counts;
  return state.value === "waiting" || state.value === "missing" ? "–" : "";
});
</script>

<template>
  <div
    :id="id"
    role="gridcell"
    class="cell figures"
    :class="[
      state,
      { chosen, here, late: cell?.late, sending: pending?.sending, refused: pending && !pending.sending },
    ]"
    :aria-colindex="index"
    :aria-selected="chosen"
    :aria-invalid="(pending && !pending.sending) || undefined"
  >
    <StateTile v-if="tile" :tile="tile" :word="t(`gradebook.state.${state}`)" :size="14" />
    <span>{{ words }}</span>
    <i v-if="cell?.comment && !pending" class="note" :title="t('gradebook.hasComment')" />
    <slot />
  </div>
</template>

<style scoped>
.cell {
  position: absolute;
  top: 0;
  bottom: 0;
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 5px;
  padding: 0 8px;
  overflow: hidden;
  border-right: 1px solid var(--rule-faint);
  border-bottom: 1px solid var(--rule-faint);
  font-size: 13.5px;
  white-space: nowrap;
  cursor: cell;
  user-select: none;
}
.chosen {
  background: color-mix(in srgb, var(--deep) 7%, var(--sheet));
}
.here {
  box-shadow: inset 0 0 0 2.5px var(--deep);
}
.held {
  color: var(--held);
}
.missing,
.late {
  color: var(--late);
}
.excused,
.started {
  color: var(--ink-soft);
}
.sending {
  color: var(--ink-soft);
  font-style: italic;
}
.refused {
  color: var(--late);
  text-decoration: underline wavy var(--late);
}
.note {
  position: absolute;
  top: 3px;
  right: 3px;
  width: 5px;
  height: 5px;
  border-radius: 50%;
  background: var(--ink-soft);
}
</style>

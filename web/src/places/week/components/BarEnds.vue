<script setup lang="ts">
import { computed, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useDayDrag } from "@/ui/pointer/day-drag";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";
import type { End } from "../model/nudging";
import { drawSpan, laneOf } from "@/items/model/lanes";

/** Handles on both ends of a bar: dragged by whole days, or moved by the arrow keys. */
const { row, firstDay, zone, moved } = defineProps<{
  row: Shapes["Row"];
  firstDay: string;
  zone: string;
  /** By how many days an end was moved that is not kept yet. */
  moved: (end: End) => number;
}>();
const emit = defineEmits<{ move: [end: End, days: number] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const lanes = useTemplateRef<HTMLElement>("lanes");
const { dragged, dragOf } = useDayDrag<End>(lanes, (end, days) => emit("move", end, days));
const drawn = computed(() => drawSpan(row, firstDay, zone));
const LANES = 7;

/** The ends that lie in this week, in percent of its width. */
const ends = computed(() => {
  const found: { end: End; at: number; iso: string }[] = [];
  for (const end of ["opens", "due"] as const) {
    const iso = row[end];
    if (!iso || !drawn.value.bar) continue;
    const lane = laneOf(iso, firstDay, zone);
    if (lane >= 0 && lane <= LANES) found.push({ end, at: (lane / LANES) * 100, iso });
  }
  return found;
});
const shift = (end: End): number =>
  ((moved(end) + (dragged.value?.handle === end ? dragged.value.days : 0)) / LANES) * 100;
</script>

<template>
  <div ref="lanes" class="ends">
    <button
      v-for="one in ends"
      :key="one.end"
      type="button"
      class="end"
      :class="{ held: dragged?.handle === one.end }"
      :style="{ left: `${one.at + shift(one.end)}%` }"
      :aria-label="
        t('week.moveEnd', {
          moment: t(`settings.${one.end}`),
          title: row.title,
          at: times.moment(one.iso),
        })
      "
      :data-end="one.end"
      v-bind="dragOf(one.end)"
    />
  </div>
</template>

<style scoped>
.ends {
  position: absolute;
  z-index: 5;
  inset: 0;
  pointer-events: none;
}
.end {
  position: absolute;
  top: calc(50% - 14px);
  width: 24px;
  height: 28px;
  margin-left: -12px;
  cursor: ew-resize;
  pointer-events: auto;
  touch-action: none;
}
.end:hover::after,
.end:focus-visible::after,
.held::after {
  content: "";
  position: absolute;
  inset: 3px 9px;
  border-radius: 2px;
  background: var(--now);
}
@media screen and (max-width: 719px) {
  .ends {
    display: none;
  }
}
</style>

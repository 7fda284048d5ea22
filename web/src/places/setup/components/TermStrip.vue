<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { useTimes } from "@/ui/moment/zones";
import type { Shapes } from "@/api/client";

/** The weeks of a term that is being chosen, as they will stand on the ribbon: number, first day, days with class. */
const { weeks, label } = defineProps<{ weeks: Shapes["NewWeek"][]; label: string }>();
const { t } = useI18n();
const times = useTimes(() => "UTC");
</script>

<template>
  <ol class="strip" :aria-label="label">
    <li v-for="week in weeks" :key="week.first_day" class="cell" :class="{ off: week.number === null }">
      <b class="figures">{{ week.number ?? "–" }}</b>
      <span class="first">{{ times.date(week.first_day) }}</span>
      <span v-if="week.name" class="name">{{ week.name }}</span>
      <span v-else class="days" aria-hidden="true"
        ><i v-for="n in 7" :key="n" :class="{ on: week.classes.includes(n - 1) }"
      /></span>
      <span class="sr-only">{{ t("begin.classDays", { n: week.classes.length }, week.classes.length) }}</span>
    </li>
  </ol>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(64px, 1fr));
  border-top: 1px solid var(--rule);
  border-left: 1px solid var(--rule);
}
.cell {
  display: grid;
  gap: 2px;
  min-height: 62px;
  padding: 5px 7px;
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
  font-size: 12.5px;
}
.cell b {
  font-size: 15px;
}
.off {
  background: var(--wash);
  color: var(--ink-soft);
}
.first,
.name {
  overflow: hidden;
  color: var(--ink-soft);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.days {
  display: flex;
  gap: 2px;
}
.days i {
  flex: 1;
  max-width: 7px;
  height: 7px;
  background: var(--rule);
}
.days .on {
  background: var(--span);
}
</style>

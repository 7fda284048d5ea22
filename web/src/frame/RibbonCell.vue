<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { stepPath } from "./addresses";
import DayBars from "./DayBars.vue";
import { useTimes } from "@/ui/moment/zones";

const { cell, ribbon, chosen, thin } = defineProps<{
  cell: Shapes["Cell"];
  ribbon: Shapes["Ribbon"];
  chosen: boolean;
  thin: boolean;
}>();
const { t } = useI18n();
const times = useTimes(() => ribbon.zone);
const hours = computed(() => Math.round(cell.minutes / 60));
const load = computed(() => {
  if (!cell.minutes) return "";
  return hours.value ? t("ribbon.hours", { n: hours.value }) : t("ribbon.minutes", { n: cell.minutes });
});
const percent = computed(() => Math.round((cell.done ?? 0) * 100));
</script>

<template>
  <RouterLink
    :to="stepPath(ribbon.slug, cell.key, ribbon.dated)"
    class="cell"
    :class="{ chosen, current: cell.current, hatched: cell.number === null, thin }"
    :aria-current="chosen ? 'page' : undefined"
    :tabindex="chosen ? 0 : -1"
  >
    <span class="name">
      <span v-if="cell.number !== null" class="sr-only">{{
        t(ribbon.dated ? "place.week" : "place.module")
      }}</span>
      {{ cell.number ?? (thin ? "" : t("ribbon.break")) }}
    </span>
    <span v-if="cell.number === null" class="sr-only">{{ cell.break_name }}</span>
    <span v-if="load && !thin" class="load" :class="{ over: cell.over }">{{ load }}</span>
    <span v-if="cell.said" class="said" :class="{ unread: cell.unread }" aria-hidden="true" />
    <span v-if="cell.said" class="sr-only"
      >{{ t("ribbon.said", { n: cell.said }, cell.said) }}
      <template v-if="cell.unread">{{ t("ribbon.unread", { n: cell.unread }, cell.unread) }}</template></span
    >
    <span v-if="cell.over" class="sr-only">{{ t("ribbon.over") }}</span>
    <span v-if="cell.first_day && !thin" class="day">{{ times.date(cell.first_day) }}</span>
    <DayBars v-if="cell.minutes && cell.days.length && !thin" class="bars" :minutes="cell.days" />
    <span :class="ribbon.dated || thin ? 'sr-only' : 'topic'">{{ cell.topic }}</span>
    <span v-if="cell.done !== null" class="fill"><i :style="{ width: `${percent}%` }" /></span>
    <span class="sr-only">
      <template v-if="cell.done !== null">{{ t("ribbon.done", { n: percent }) }}</template>
      <template v-if="cell.current">, {{ t(ribbon.dated ? "ribbon.now" : "ribbon.here") }}</template>
    </span>
  </RouterLink>
</template>

<style scoped>
.cell {
  position: relative;
  flex: 1 0 56px;
  min-width: 0;
  height: 100%;
  padding: 6px 7px 0;
  border-left: 1px solid var(--rule-faint);
  color: var(--ink);
  font-size: 12px;
  text-decoration: none;
}
.cell:last-child {
  border-right: 1px solid var(--rule-faint);
}
.cell:focus-visible {
  z-index: 1;
  outline-offset: -2px;
}
.name {
  font: 700 15px var(--font-head);
}
.load {
  position: absolute;
  top: 8px;
  right: 6px;
  color: var(--ink-soft);
  font: 11px var(--font-mono);
}
/* A flag on the upper edge: something was said that week; filled until it is read. */
.said {
  position: absolute;
  top: 0;
  left: 30px;
  width: 10px;
  height: 4px;
  background: var(--ink-soft);
}
.said.unread {
  height: 6px;
  background: var(--now);
}
.bars {
  position: absolute;
  right: 7px;
  bottom: 18px;
  left: 7px;
  height: 8px;
}
.over {
  color: var(--late);
  font-weight: 700;
}
.day,
.topic {
  display: block;
  overflow: hidden;
  color: var(--ink-soft);
  font: 11px var(--font-mono);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.topic {
  font: 12px var(--font-sans);
}
.fill {
  position: absolute;
  right: 7px;
  bottom: 9px;
  left: 7px;
  height: 8px;
  border: 1px solid var(--ink-soft);
  background: var(--sheet);
}
.fill i {
  display: block;
  height: 100%;
  background: var(--ink);
}
.current {
  background: var(--now-wash);
}
.current .name {
  font-weight: 800;
}
.chosen {
  box-shadow: inset 0 -3px 0 var(--ink);
}
.chosen.current {
  box-shadow: inset 0 -3px 0 var(--now);
}
.thin {
  padding: 4px 7px;
}
.thin .name {
  font-size: 13px;
}
.thin .fill {
  top: 11px;
  bottom: auto;
  left: 26px;
}
@media screen and (max-width: 1100px) {
  .load {
    right: 3px;
    letter-spacing: -0.5px;
  }
}
@media screen and (max-width: 719px) {
  .cell {
    padding: 5px 7px 0;
  }
  .day,
  .topic,
  .load,
  .bars {
    display: none;
  }
  .name {
    font-size: 14px;
  }
  .fill {
    top: auto;
    bottom: 7px;
    left: 7px;
    height: 6px;
  }
}
</style>

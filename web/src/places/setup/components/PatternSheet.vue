<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { classesOf } from "../model/pattern";
import type { Beat } from "../model/rhythm";
import BeatRow from "./BeatRow.vue";

/** The rhythm as what it makes: one week, with the classes in it, a row for each item of every turn. */
const beats = defineModel<Beat[]>({ required: true });
const { schedule, categories } = defineProps<{ schedule: Shapes["Schedule"]; categories: string[] }>();
const { t, locale } = useI18n();
const MONDAY = Date.UTC(2024, 0, 1);
const weekdays = computed(() => {
  const format = new Intl.DateTimeFormat(locale.value, { weekday: "short", timeZone: "UTC" });
  return Array.from({ length: 7 }, (_, n) => format.format(MONDAY + n * 86_400_000));
});
const inOrder = computed(() =>
  weekdays.value.map((_, n) => weekdays.value[(n + schedule.week_start) % 7] ?? ""),
);
const classes = computed(() => classesOf(schedule));
const hasClass = (lane: number): boolean => classes.value.some((one) => one.lane === lane);
const put = (n: number, beat: Beat): void =>
  void (beats.value = beats.value.map((one, at) => (at === n ? beat : one)));
</script>

<template>
  <div class="pattern card">
    <div class="head" aria-hidden="true">
      <span />
      <span />
      <span class="days">
        <span v-for="(day, lane) in inOrder" :key="lane" :class="{ class_: hasClass(lane) }"
          >{{ day }}<i v-if="hasClass(lane)">{{ t("rhythm.hasClass") }}</i></span
        >
      </span>
    </div>
    <ul>
      <BeatRow
        v-for="(beat, n) in beats"
        :key="beat.key"
        :model-value="beat"
        :number="n + 1"
        :categories="categories"
        :weekdays="weekdays"
        :week-start="schedule.week_start"
        :classes="classes"
        @update:model-value="(changed) => put(n, changed)"
        @remove="beats = beats.filter((_, at) => at !== n)"
      />
    </ul>
  </div>
</template>

<style scoped>
.pattern {
  --pattern-columns: 22px minmax(0, 300px) minmax(0, 1fr) 190px 84px;
}
.head {
  display: grid;
  grid-template-columns: var(--pattern-columns);
  gap: 0 10px;
  padding: 5px 8px 5px 12px;
  border-bottom: 1px solid var(--rule);
  color: var(--ink-soft);
  font-size: 13px;
}
.days {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
}
.days i {
  display: block;
  font-size: 11.5px;
  font-style: normal;
}
.class_ {
  color: var(--ink);
  font-weight: 600;
}
@media screen and (max-width: 719px) {
  .head {
    grid-template-columns: 24px minmax(0, 1fr);
  }
  .head > :nth-child(2) {
    display: none;
  }
}
</style>

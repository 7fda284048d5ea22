<script setup lang="ts">
import { computed, onMounted, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { stepPath } from "@/frame/addresses";
import { classWords } from "@/frame/classes";
import { useTimes } from "@/ui/moment/zones";
import { effortWords } from "@/items/model/states";
import { daysBetween, entryKey } from "../model/months";
import MapEntry from "./MapEntry.vue";

/** Weeks down, seven days across. */
const { term, slug, current, chosen } = defineProps<{
  term: Shapes["TermMap"];
  slug: string;
  current: string;
  chosen: number[];
}>();
const emit = defineEmits<{ choose: [id: number]; shift: [id: number, days: number] }>();
const { t } = useI18n();
const times = useTimes(() => term.zone);
const dragged = ref<{ id: number; day: string } | null>(null);
const over = ref("");
const most = computed(() => Math.max(60, ...term.weeks.map((w) => w.minutes)));
const hours = (minutes: number): string => t("term.hours", { n: Math.round(minutes / 60) });
const today = computed(() => times.value.isoDay(term.now));
const isToday = (day: string): boolean => day === today.value;
const names = computed(() => (term.weeks[0]?.days ?? []).map((d) => times.value.lane(d.day).split(" ")[0]));

/** On a narrow screen the weeks stand below each other: begin at the current one. */
onMounted(() => {
  if (innerWidth < 900) document.querySelector(".line.current")?.scrollIntoView({ block: "start" });
});

function drop(day: string): void {
  over.value = "";
  if (dragged.value && dragged.value.day !== day)
    emit("shift", dragged.value.id, daysBetween(dragged.value.day, day));
  dragged.value = null;
}
</script>

<template>
  <div class="card map" role="table" :aria-label="t('place.term')">
    <div class="line head" role="row">
      <span role="columnheader">{{ t("term.week") }}</span>
      <span v-for="name in names" :key="name" role="columnheader">{{ name }}</span>
      <span role="columnheader">{{ t("term.load") }}</span>
    </div>
    <div
      v-for="week in term.weeks"
      :key="week.key"
      class="line"
      role="row"
      :class="{ current: week.key === current, pause: week.number === null }"
    >
      <div class="name" role="rowheader">
        <RouterLink :to="stepPath(slug, week.key, true)" class="to-week">
          <b v-if="week.number !== null">{{ week.number }}</b> {{ week.topic || week.break_name }}
        </RouterLink>
        <div class="dates">{{ times.range(week.first_day, week.last_day) }}</div>
      </div>
      <div
        v-for="day in week.days"
        :key="day.day"
        class="day"
        role="cell"
        :class="{ today: isToday(day.day), off: day.off && week.number !== null, over: over === day.day }"
        :data-day="day.day"
        @dragover.prevent="over = day.day"
        @dragleave="over = ''"
        @drop.prevent="drop(day.day)"
      >
        <span class="day-name">{{ times.lane(day.day) }}</span>
        <span
          v-if="day.minutes"
          class="minutes"
          :class="{ below: !day.classes.length || day.classes.some((one) => one.day_type) }"
          :title="t('term.dayLoad')"
          ><span class="sr-only">{{ `${t("term.dayLoad")} ` }}</span
          >{{ effortWords(day.minutes, t) }}</span
        >
        <span v-if="day.off && week.number !== null" class="note">{{ day.off }}</span>
        <span v-if="day.cancelled" class="note">{{ t("term.cancelled") }}</span>
        <span v-for="meeting in day.classes" :key="meeting.number" class="note" :title="meeting.place">{{
          classWords(meeting, t)
        }}</span>
        <MapEntry
          v-for="entry in day.entries"
          :key="entryKey(entry)"
          :entry="entry"
          :slug="slug"
          :term="term"
          :chosen="!entry.want && chosen.includes(entry.row.id)"
          @choose="emit('choose', entry.row.id)"
          @shift="(days) => emit('shift', entry.row.id, days)"
          @drag="dragged = { id: entry.row.id, day: entry.day }"
        />
      </div>
      <div class="load figures" role="cell" :class="week.load">
        <template v-if="week.minutes">
          <i aria-hidden="true" :style="{ width: `${(week.minutes / most) * 54}px` }" />{{
            hours(week.minutes)
          }}
          <span v-if="week.load === 'over'" class="sr-only">{{ t("term.over") }}</span>
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.map {
  margin: 0 24px;
}
.line {
  display: grid;
  grid-template-columns: 190px repeat(7, minmax(0, 1fr)) 116px;
  min-height: 46px;
  border-bottom: 1px solid var(--rule-faint);
}
.line:last-child {
  border: 0;
}
.head {
  min-height: 30px;
  align-items: center;
  color: var(--ink-soft);
  font-size: 12px;
}
.head span {
  padding-left: 7px;
}
.head span:first-child {
  padding-left: 12px;
}
.day {
  display: flex;
  flex-direction: column;
  position: relative;
}
.day,
.load {
  min-width: 0;
  padding: 4px 6px;
  border-left: 1px solid var(--rule-faint);
}
.name {
  min-width: 0;
  padding: 5px 10px;
}
.name b {
  font: 700 14px var(--font-head);
}
.to-week {
  display: block;
  overflow: hidden;
  color: var(--ink);
  font-size: 13.5px;
  text-decoration: none;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.dates,
.note {
  display: block;
  overflow: hidden;
  color: var(--ink-soft);
  font: 11px/1.5 var(--font-mono);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.day-name {
  display: none;
}
.minutes {
  position: absolute;
  top: 4px;
  right: 6px;
  color: var(--ink-soft);
  font: 11px/1.5 var(--font-mono);
}
.minutes.below {
  position: static;
  order: 1;
  margin-top: auto;
  text-align: right;
}
.current {
  scroll-margin-top: 12px;
  background: var(--now-wash);
}
.current .name {
  box-shadow: inset 3px 0 0 var(--now);
}
.today {
  box-shadow: inset 2px 0 0 var(--now);
}
.pause,
.off {
  background: repeating-linear-gradient(135deg, var(--sheet) 0 5px, var(--hatch) 5px 10px);
}
.over {
  outline: 2px solid var(--now);
  outline-offset: -2px;
}
.load {
  display: flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
.load i {
  display: block;
  height: 8px;
  background: var(--span);
}
.load.over {
  outline: 0;
  color: var(--late);
  font-weight: 700;
}
.load.over i {
  background: var(--late);
}
@media screen and (max-width: 899px) {
  .map {
    margin: 0;
    border-inline: 0;
    border-radius: 0;
  }
  .line {
    display: block;
    padding: 6px 14px 8px;
  }
  .line.head {
    display: none;
  }
  .name {
    padding: 4px 8px;
  }
  .day {
    display: none;
    grid-template-columns: 68px 1fr;
    padding: 2px 8px;
    border: 0;
  }
  .day:has(.entry),
  .day:has(.note) {
    display: block;
  }
  .minutes,
  .minutes.below {
    position: static;
    float: right;
  }
  .day-name {
    display: inline-block;
    min-width: 64px;
    color: var(--ink-soft);
    font: 12px var(--font-mono);
  }
  .note {
    display: inline;
    margin-right: 8px;
  }
  .load {
    border: 0;
  }
}
</style>

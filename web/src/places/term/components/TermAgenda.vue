<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { effortWords, stateWord } from "@/places/week/model/states";
import { useTimes } from "@/ui/moment/zones";
import MapEntry from "./MapEntry.vue";

/** Day by day from the first, today marked; days without anything are left out. */
const { term, slug } = defineProps<{ term: Shapes["TermMap"]; slug: string }>();
const { t } = useI18n();
const times = useTimes(() => term.zone);
const days = computed(() =>
  term.weeks.flatMap((w) => w.days).filter((d) => d.entries.length || d.classes.length || d.off),
);
const today = computed(() => times.value.day(term.now));
</script>

<template>
  <ol class="card agenda">
    <li
      v-for="day in days"
      :key="day.day"
      class="day"
      :class="{ today: times.day(`${day.day}T12:00:00Z`) === today }"
    >
      <div class="date figures">{{ times.lane(day.day) }} {{ times.date(day.day).split(" ")[1] }}</div>
      <div class="min-w-0">
        <div v-if="day.off" class="note">{{ day.off }}</div>
        <div v-for="meeting in day.classes" :key="meeting.number" class="note">
          {{ t("term.classAt", { n: meeting.number, at: times.clock(meeting.start) }) }} {{ meeting.place }}
        </div>
        <div v-for="entry in day.entries" :key="entry.row.id" class="item">
          <MapEntry
            :entry="entry"
            :slug="slug"
            :term="{ ...term, can_lay_out: false }"
            :chosen="false"
            long
          />
          <span class="figures text-soft"
            >{{ times.clock(entry.at)
            }}<template v-if="entry.row.minutes"> · {{ effortWords(entry.row.minutes, t) }}</template></span
          >
          <span v-if="!term.teaching" class="text-soft">{{ stateWord(entry.row, t, times) }}</span>
        </div>
      </div>
    </li>
    <li v-if="!days.length" class="p-4 text-soft">{{ t("term.empty") }}</li>
  </ol>
</template>

<style scoped>
.agenda {
  margin: 0 24px;
  max-width: 980px;
}
.day {
  display: grid;
  grid-template-columns: 108px 1fr;
  padding: 6px 12px;
  border-bottom: 1px solid var(--rule-faint);
}
.day:last-child {
  border: 0;
}
.date {
  padding-top: 2px;
}
.today {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
}
.note {
  color: var(--ink-soft);
  font-size: 13px;
}
.item {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 130px 190px;
  gap: 12px;
  align-items: center;
  font-size: 14px;
}
@media screen and (max-width: 719px) {
  .agenda {
    margin: 0;
  }
  .item {
    grid-template-columns: 1fr;
    gap: 0;
    padding-bottom: 4px;
  }
}
</style>

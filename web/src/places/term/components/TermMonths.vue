<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { classWords } from "@/frame/classes";
import { useTimes } from "@/ui/moment/zones";
import { entryKey, monthsOf } from "../model/months";
import MapEntry from "./MapEntry.vue";

const { term, slug } = defineProps<{ term: Shapes["TermMap"]; slug: string }>();
const { t, locale } = useI18n();
const times = useTimes(() => term.zone);
const months = computed(() => monthsOf(term.weeks));
const format = computed(
  () => new Intl.DateTimeFormat(locale.value, { month: "long", year: "numeric", timeZone: "UTC" }),
);
const today = computed(() => times.value.day(term.now));
</script>

<template>
  <div class="months">
    <section v-for="month in months" :key="month.key" class="card">
      <h2>{{ format.format(new Date(`${month.key}-01T00:00Z`)) }}</h2>
      <div v-for="(week, n) in month.weeks" :key="n" class="week">
        <div
          v-for="(day, at) in week"
          :key="at"
          class="day"
          :class="{ off: day?.off, today: day && times.day(`${day.day}T12:00:00Z`) === today, empty: !day }"
        >
          <template v-if="day">
            <span class="number">{{ times.lane(day.day) }}</span>
            <span v-if="day.off" class="note">{{ day.off }}</span>
            <span v-for="meeting in day.classes" :key="meeting.number" class="note">{{
              classWords(meeting, t, times.clock(meeting.start))
            }}</span>
            <MapEntry
              v-for="entry in day.entries"
              :key="entryKey(entry)"
              :entry="entry"
              :slug="slug"
              :term="{ ...term, can_lay_out: false }"
              :chosen="false"
            />
          </template>
        </div>
      </div>
    </section>
  </div>
</template>

<style scoped>
.months {
  display: grid;
  gap: 16px;
  margin: 0 24px;
}
h2 {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
  font-size: 16px;
  font-weight: 700;
}
.week {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  border-bottom: 1px solid var(--rule-faint);
}
.week:last-child {
  border: 0;
}
.day {
  min-width: 0;
  min-height: 72px;
  padding: 4px 7px;
  border-left: 1px solid var(--rule-faint);
}
.day:first-child {
  border: 0;
}
.number,
.note {
  display: block;
  overflow: hidden;
  color: var(--ink-soft);
  font: 11px/1.5 var(--font-mono);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.today {
  background: var(--now-wash);
  box-shadow: inset 0 3px 0 var(--now);
}
.off {
  background: repeating-linear-gradient(135deg, var(--sheet) 0 5px, var(--hatch) 5px 10px);
}
@media screen and (max-width: 719px) {
  .months {
    margin: 0;
  }
  .week {
    display: block;
  }
  .day {
    min-height: 0;
    border: 0;
  }
  .empty,
  .day:not(:has(.entry)) {
    display: none;
  }
}
</style>

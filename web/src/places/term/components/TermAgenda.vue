<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { wallAfter } from "@/items/model/lanes";
import { effortWords } from "@/items/model/states";
import { classWords } from "@/frame/classes";
import { useTimes } from "@/ui/moment/zones";
import UiButton from "@/ui/button/UiButton.vue";
import { agendaOf } from "../model/agenda";
import { entryKey } from "../model/months";
import { stateOf } from "../model/parts";
import MapEntry from "./MapEntry.vue";

/** Day by day from the first, today marked; days without anything are left out. */
const { term, slug } = defineProps<{ term: Shapes["TermMap"]; slug: string }>();
const { t } = useI18n();
const times = useTimes(() => term.zone);
const days = computed(() => agendaOf(term.weeks));
const today = computed(() => wallAfter(term.now, term.zone, 0).slice(0, 10));
const whole = ref(false);
const past = computed(() => days.value.filter((d) => d.last < today.value));
const folded = computed(() => past.value.length > 0 && past.value.length < days.value.length && !whole.value);
</script>

<template>
  <p v-if="folded && past[0]" class="earlier no-print">
    <UiButton look="text" @click="whole = true">{{
      t(
        "term.daysBefore",
        { n: past.length, first: times.lane(past[0].day) + " " + times.date(past[0].day).split(" ")[1] },
        past.length,
      )
    }}</UiButton>
  </p>
  <ol class="card agenda">
    <li
      v-for="day in days"
      :key="day.day"
      class="day"
      :class="{ today: day.day <= today && today <= day.last, past: folded && day.last < today }"
    >
      <div class="date figures">
        {{
          day.last === day.day
            ? `${times.lane(day.day)} ${times.date(day.day).split(" ")[1]}`
            : times.range(day.day, day.last)
        }}
      </div>
      <div class="min-w-0">
        <div v-if="day.off" class="note">{{ day.off }}</div>
        <div v-for="meeting in day.classes" :key="meeting.number" class="note">
          {{ classWords(meeting, t, times.clock(meeting.start)) }} {{ meeting.place }}
        </div>
        <div v-for="entry in day.entries" :key="entryKey(entry)" class="item">
          <MapEntry
            :entry="entry"
            :slug="slug"
            :term="{ ...term, can_lay_out: false }"
            :chosen="false"
            long
          />
          <span class="figures text-soft"
            >{{ times.clock(entry.at)
            }}<template v-if="entry.row.minutes && !entry.want">
              · {{ effortWords(entry.row.minutes, t) }}</template
            ></span
          >
          <span v-if="!term.teaching" class="text-soft">{{ stateOf(entry, t, times) }}</span>
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
  grid-template-columns: 176px 1fr;
  padding: 6px 12px;
  border-bottom: 1px solid var(--rule-faint);
}
.day:last-child {
  border: 0;
}
.earlier {
  margin: 0 24px 4px;
}
@media screen {
  .past {
    display: none;
  }
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
  .day {
    grid-template-columns: 92px minmax(0, 1fr);
  }
  .item {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
    padding-bottom: 4px;
  }
}
</style>

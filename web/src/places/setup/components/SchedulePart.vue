<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { classPath, setupPath } from "@/frame/addresses";
import { classWords } from "@/frame/classes";
import { useOwnForm } from "@/frame/own-form";
import TheirChanges from "@/frame/TheirChanges.vue";
import { useSaid } from "@/items/said";
import DayBars from "@/frame/DayBars.vue";
import { effortWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { formOf, type Form } from "../model/schedule";
import { useCheck, useSchedule, useSetupWrites } from "../queries";
import ScheduleFields from "./ScheduleFields.vue";

const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const times = useTimes(() => schedule.zone);
const writes = useSetupWrites(() => slug);
const said = useSaid(() => slug);
const { data: check } = useCheck(() => slug);
const { refetch } = useSchedule(() => slug);
const { form, theirs, takeTheirs, save } = useOwnForm<Form>(
  () => ({ value: formOf(schedule), edition: schedule.edition }),
  () => refetch(),
);
const asking = ref(false);
const gaps = computed(() => schedule.classes.filter((c) => c.moved_by_clock));
const most = computed(() => Math.max(schedule.usual_minutes, ...schedule.weeks.map((w) => w.minutes), 1));

/** 'Mon 12 1 h 15, Thu 15 2 h': class, and work due, on the days that have any. */
const daysOf = (week: Shapes["MapWeek"]): string =>
  week.days
    .filter((d) => d.minutes)
    .map((d) => `${times.value.lane(d.day)}: ${effortWords(d.minutes, t)}`)
    .join(", ");

async function keep(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  const change = await save((edition) => writes.schedule.mutateAsync({ edition, ...typed })).catch(
    () => null,
  );
  if (change) said(t("setup.saved"), change);
}
const label = (name: keyof Form): string => t(`setup.field.${name}`);
const words = (_: keyof Form, value: unknown): string =>
  typeof value === "object" ? t("theirs.changed") : String(value);

function open(): void {
  if (check.value?.open && !asking.value) asking.value = true;
  else void writes.opened.mutateAsync(true).then(() => (asking.value = false));
}
</script>

<template>
  <section class="max-w-[1100px]">
    <div v-if="!schedule.can_lay_out" class="card mb-4 px-4 py-3">
      {{
        schedule.opened_at ? t("setup.opened", { at: times.moment(schedule.opened_at) }) : t("setup.closed")
      }}
    </div>
    <div v-else class="card mb-4 flex flex-wrap items-center gap-3 px-4 py-3" role="status">
      <template v-if="schedule.opened_at">
        <span>{{ t("setup.opened", { at: times.moment(schedule.opened_at) }) }}</span>
        <UiButton look="text" class="ml-auto" @click="writes.opened.mutate(false)">{{
          t("setup.close")
        }}</UiButton>
      </template>
      <template v-else-if="asking">
        <span class="text-late">{{ t("setup.openAsk", { n: check?.open ?? 0 }) }}</span>
        <UiButton look="main" class="ml-auto" :to="setupPath(slug, 'check')">{{
          t("setup.lookFirst")
        }}</UiButton>
        <UiButton @click="open">{{ t("setup.openAnyway") }}</UiButton>
      </template>
      <template v-else>
        <span>{{ t("setup.closed") }}</span>
        <UiButton class="ml-auto" @click="open">{{ t("setup.open") }}</UiButton>
      </template>
    </div>
    <form class="grid gap-5" @submit.prevent="keep">
      <fieldset :disabled="!schedule.can_lay_out" class="contents">
        <ScheduleFields v-if="form" v-model="form" :sections="schedule.sections" />
      </fieldset>
      <TheirChanges :theirs="theirs" :label="label" :words="words" @take="takeTheirs" />
      <div v-if="schedule.can_lay_out">
        <UiButton look="main" type="submit">{{ t("setup.save") }}</UiButton>
      </div>
    </form>
    <details v-if="schedule.classes.length" class="card mt-4 px-4 py-2 text-[14px]">
      <summary class="min-h-6 cursor-pointer">
        {{ t("setup.classList", { n: schedule.classes.length }, schedule.classes.length) }}
      </summary>
      <ol class="mt-2 mb-1 gap-6 sm:columns-2 lg:columns-3">
        <li v-for="one in schedule.classes" :key="one.number" class="min-h-6">
          <RouterLink :to="classPath(slug, one.number)">{{ classWords(one, t) }}</RouterLink>
          <span class="ml-2 text-soft">{{ times.moment(one.start) }}</span>
        </li>
      </ol>
    </details>
    <p v-for="one in gaps" :key="one.number" class="mt-3 text-late">
      {{ t("setup.gap", { at: times.moment(one.start) }) }}
    </p>
    <h2>{{ t("setup.loads") }}</h2>
    <p v-if="schedule.usual_minutes" class="mb-2 text-[14px] text-soft">
      {{ t("setup.usual", { hours: effortWords(schedule.usual_minutes, t) }) }}
    </p>
    <div class="card">
      <div v-for="week in schedule.weeks" :key="week.key" class="load">
        <RouterLink :to="`/c/${slug}/week/${week.key}`" class="figures">{{ week.number ?? "–" }}</RouterLink>
        <span class="min-w-0 overflow-hidden text-ellipsis whitespace-nowrap">{{
          week.topic || week.break_name
        }}</span>
        <span class="track" aria-hidden="true"
          ><i :class="week.load" :style="{ width: `${(week.minutes / most) * 100}%` }" /><b
            v-if="schedule.usual_minutes"
            :style="{ left: `${(schedule.usual_minutes / most) * 100}%` }"
        /></span>
        <span class="hidden h-[14px] sm:block"
          ><DayBars v-if="week.minutes" :minutes="week.days.map((d) => d.minutes)" :label="daysOf(week)"
        /></span>
        <span class="figures">{{ week.minutes ? effortWords(week.minutes, t) : "" }}</span>
        <span class="text-[13px]" :class="week.load === 'over' ? 'text-late' : 'text-soft'">{{
          week.number !== null && week.load !== "fitting" ? t(`term.${week.load}`) : ""
        }}</span>
      </div>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin: 22px 0 4px;
  font-size: 16px;
  font-weight: 700;
}
.load {
  display: grid;
  grid-template-columns: 30px minmax(0, 220px) minmax(0, 1fr) 56px 90px 170px;
  gap: 10px;
  align-items: center;
  padding: 4px 14px;
  border-bottom: 1px solid var(--rule-faint);
  font-size: 14px;
}
.track {
  position: relative;
  height: 10px;
}
.track i {
  display: block;
  height: 100%;
  background: var(--span);
}
.track i.over {
  background: var(--late);
}
.track b {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 2px;
  background: var(--ink);
}
@media screen and (max-width: 719px) {
  .load {
    grid-template-columns: 30px minmax(0, 1fr) 80px;
  }
  .track {
    display: none;
  }
}
</style>

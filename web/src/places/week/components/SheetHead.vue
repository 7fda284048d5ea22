<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useRibbon } from "@/frame/queries";
import { useTimes } from "@/ui/moment/zones";
import { effortWords } from "@/items/model/states";

const { sheet, slug } = defineProps<{ sheet: Shapes["Sheet"]; slug: string }>();
const { data: ribbon } = useRibbon(() => slug);
const { t } = useI18n();
const times = useTimes(() => sheet.zone);
const open = ref(false);
/** A module that is only called by its week adds nothing to the week's name. */
const bare = computed(() => t("week.titleBare", { n: sheet.key }));
const topic = computed(() =>
  sheet.modules
    .map((m) => m.title)
    .filter((name) => !sheet.dated || name !== bare.value)
    .join(" · "),
);
const title = computed(() => {
  if (sheet.break_name && !sheet.modules.length) return sheet.break_name;
  if (!sheet.dated) return `${sheet.key}. ${topic.value}`;
  return topic.value ? t("week.title", { n: sheet.key, topic: topic.value }) : bare.value;
});
const objectives = computed(() => sheet.modules.flatMap((m) => m.objectives));
</script>

<template>
  <div class="head">
    <div class="min-w-0">
      <h1 class="text-[22px] leading-tight font-bold sm:text-[27px]">{{ title }}</h1>
      <div class="text-[14px] text-soft sm:text-[15px]">
        <template v-if="sheet.first_day && sheet.last_day">{{
          times.range(sheet.first_day, sheet.last_day)
        }}</template>
        <template v-if="objectives.length">
          <template v-if="sheet.first_day"> · </template>
          <button
            type="button"
            class="min-h-6 text-deep underline-offset-2 hover:underline"
            :aria-expanded="open"
            @click="open = !open"
          >
            {{ t("week.objectives", { n: objectives.length }, objectives.length) }}
          </button>
        </template>
        <span v-if="sheet.dated" class="no-print hidden sm:inline" aria-hidden="true">{{ " · " }}</span>
        <a
          v-if="sheet.dated"
          :href="`/api/courses/${slug}/print/weeks/${sheet.key}`"
          class="no-print hidden underline sm:inline"
        >
          {{ t("term.printWeek") }}</a
        >
        <a
          v-if="ribbon?.certificate"
          :href="`/api/courses/${slug}/print/certificate`"
          class="no-print font-semibold underline"
          download
          >{{ t("week.certificate") }}</a
        >
        <span v-if="!sheet.teaching && sheet.required" class="sm:hidden">
          · {{ t("week.doneOf", { done: sheet.done, all: sheet.required }) }} {{ t("week.done") }} ·
          {{ effortWords(sheet.minutes_left, t) }}
          {{ t(sheet.dated ? "week.left" : "week.leftModule") }}
        </span>
      </div>
      <ul :class="{ 'print-only': !open }" class="mt-2 max-w-[72ch] list-[square] pl-5 text-[15px]">
        <li v-for="objective in objectives" :key="objective">{{ objective }}</li>
      </ul>
    </div>
    <dl v-if="!sheet.teaching && sheet.required" class="totals">
      <div>
        <dd>{{ t("week.doneOf", { done: sheet.done, all: sheet.required }) }}</dd>
        <dt>{{ t("week.done") }}</dt>
      </div>
      <div>
        <dd>{{ effortWords(sheet.minutes_left, t) }}</dd>
        <dt>{{ t(sheet.dated ? "week.left" : "week.leftModule") }}</dt>
      </div>
      <div v-if="sheet.points_at_stake">
        <dd>{{ sheet.points_at_stake }}</dd>
        <dt>{{ t("week.stake") }}</dt>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: flex-end;
  gap: 20px;
  padding: 14px 24px 24px;
}
.totals {
  display: flex;
  gap: 26px;
  margin-left: auto;
  text-align: right;
}
.totals div {
  display: flex;
  flex-direction: column;
}
.totals dd {
  font: 700 19px var(--font-head);
  white-space: nowrap;
}
.totals dt {
  color: var(--ink-soft);
  font-size: 12.5px;
  white-space: nowrap;
}
@media screen and (max-width: 719px) {
  .head {
    padding: 12px 14px 10px;
  }
  .totals {
    display: none;
  }
}
</style>

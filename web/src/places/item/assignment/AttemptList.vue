<script setup lang="ts">
import { computed, defineAsyncComponent } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { lateWords } from "@/items/model/states";
import CommentList from "@/items/reading/CommentList.vue";
import ReturnedCard from "@/items/reading/ReturnedCard.vue";
import MeasuredList from "@/items/reading/MeasuredList.vue";
import { useTimes } from "@/ui/moment/zones";

const MarkedFile = defineAsyncComponent(() => import("@/items/reading/MarkedFile.vue"));

const { work, page } = defineProps<{ work: Shapes["MyWork"]; page: Shapes["ItemPage"] }>();
const { t } = useI18n();
const times = useTimes(() => page.zone);
const backWords = computed(() => {
  if (work.being_graded) return t("handIn.beingGraded");
  if (!work.back_by) return "";
  const at = times.value.day(work.back_by);
  return t(Date.parse(work.back_by) < Date.parse(page.now) ? "handIn.backLate" : "handIn.back", { at });
});
</script>

<template>
  <div v-if="work.score" class="card mb-4 px-4 py-3">
    <h2 class="text-[18px] font-bold">{{ t("handIn.score") }}</h2>
    <p class="figures mt-1 !text-[16px]">
      {{
        work.score.deduction === "0"
          ? t("handIn.plain", { counts: work.score.counts, possible: work.score.possible })
          : t("handIn.arithmetic", { ...work.score })
      }}
    </p>
    <p v-if="work.score.raw !== null" class="mt-1 text-soft">
      {{ t("handIn.recorded", { raw: work.score.raw, given: work.score.given }) }}
    </p>
    <p v-if="work.score.comment" class="mt-2">
      <span class="text-soft">{{ t("handIn.comment") }}:</span> {{ work.score.comment }}
    </p>
  </div>
  <template v-if="work.attempts.length">
    <h2 class="mb-1 text-[18px] font-bold">{{ t("handIn.attempts") }}</h2>
    <ul class="mb-4 border-t border-rule">
      <li
        v-for="attempt in work.attempts"
        :key="attempt.attempt"
        class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5"
      >
        <span class="font-semibold">{{ t("handIn.attempt", { n: attempt.attempt }) }}</span>
        <span>{{ attempt.handed_in_at ? times.moment(attempt.handed_in_at) : "" }}</span>
        <span v-if="attempt.late_seconds" class="text-late">{{
          t("state.late", { by: lateWords(attempt.late_seconds, t) })
        }}</span>
        <a
          v-for="file in attempt.files"
          :key="file.id"
          :href="file.address"
          class="inline-flex min-h-6 items-center text-deep underline"
          >{{ file.name }}</a
        >
        <a
          v-if="attempt.link"
          :href="attempt.link"
          rel="noopener noreferrer"
          target="_blank"
          class="underline"
          >{{ attempt.link }}</a
        >
        <span v-if="attempt.way !== 'here'">{{
          t(`recorded.by.${attempt.way}`, { name: attempt.recorded_by })
        }}</span>
        <span v-if="attempt.group && attempt.way === 'here'">{{
          t("together.handedBy", { group: attempt.group, name: attempt.handed_in_by })
        }}</span>
        <span v-if="attempt.given !== null && work.attempts.length > 1" class="figures">{{
          attempt.counts
            ? `${t("attempt.given", { points: attempt.given, possible: page.row.points })} · ${t("attempt.counts")}`
            : t("attempt.given", { points: attempt.given, possible: page.row.points })
        }}</span>
        <RouterLink
          class="figures ml-auto inline-flex min-h-6 items-center"
          :to="{ name: 'receipt', params: { number: attempt.number } }"
          >{{ t("receipt.title", { number: attempt.number }) }}</RouterLink
        >
        <ReturnedCard
          v-if="attempt.given_back"
          class="my-1 w-full"
          :given="attempt.given_back"
          :zone="page.zone"
        >
          <template v-if="attempt === work.attempts.at(-1) && page.row.state === 'given_back'">
            <p v-if="page.row.due" class="mt-1 font-semibold">
              {{ t("again.by", { at: times.moment(page.row.due) }) }}
            </p>
            <p v-if="attempt.given !== null" class="mt-1">{{ t("again.standing") }}</p>
          </template>
        </ReturnedCard>
        <CommentList
          v-if="attempt.comments?.length"
          class="w-full"
          :comments="attempt.comments.map((one) => ({ ...one, mine: false }))"
          :zone="page.zone"
        />
        <p v-if="attempt.remark && attempt.remark !== work.score?.comment" class="w-full whitespace-pre-wrap">
          <span class="text-soft">{{ t("handIn.comment") }}:</span> {{ attempt.remark }}
        </p>
        <MeasuredList v-if="attempt.measured" class="w-full" :measured="attempt.measured" />
        <details v-if="attempt.notes?.length" class="w-full" open>
          <summary class="cursor-pointer font-semibold">
            {{ t("notes.yours", { n: attempt.notes.length }, attempt.notes.length) }}
          </summary>
          <template v-for="file in attempt.files" :key="file.id">
            <MarkedFile
              v-if="attempt.notes.some((note) => note.file_id === file.id)"
              class="mt-2"
              :file="file"
              :notes="attempt.notes"
            />
          </template>
        </details>
        <details v-if="attempt.text" class="w-full">
          <summary class="cursor-pointer text-soft">{{ t("handIn.yourText") }}</summary>
          <p class="figures mt-1 max-h-80 overflow-y-auto whitespace-pre-wrap">{{ attempt.text }}</p>
        </details>
      </li>
    </ul>
    <p v-if="!work.score" class="mb-4 text-soft">
      {{ backWords }}
    </p>
  </template>
</template>

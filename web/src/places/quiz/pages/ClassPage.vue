<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath, quizFiguresPath, quizOfPath, quizSetupPath, quizSheetsPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { useTimes } from "@/ui/moment/zones";
import ClassQuestions from "../components/ClassQuestions.vue";
import { useClassWrites, useQuizClass } from "../queries";

/** A quiz over its class: who is checked in, who is where, how the questions went. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: page, error } = useQuizClass(
  () => slug,
  () => id,
);
const writes = useClassWrites(
  () => slug,
  () => id,
);
const times = useTimes(() => page.value?.zone ?? "");
const MINUTES = 5;
const find = ref("");
const sought = computed(() => find.value.trim().toLowerCase());
/** In a room by name; else what asks for something first. */
const RANK = { waits: 0, under_way: 1, handed_in: 2, nothing: 3 } as const;
const rows = computed(() => {
  const found = (page.value?.rows ?? []).filter((r) => r.name.toLowerCase().includes(sought.value));
  return page.value?.room ? found : found.sort((a, b) => RANK[a.state] - RANK[b.state]);
});
const count = (state: Shapes["ClassRow"]["state"]): number =>
  (page.value?.rows ?? []).filter((r) => r.state === state).length;
const sums = computed(() =>
  [
    t("quiz.class.handedIn", { n: count("handed_in") + count("waits"), all: page.value?.rows.length ?? 0 }),
    count("under_way") ? t("quiz.class.underWay", { n: count("under_way") }) : "",
    count("waits") ? t("quiz.class.waits", { n: count("waits") }) : "",
  ].filter(Boolean),
);

function words(row: Shapes["ClassRow"]): string {
  const [now, all] = [Date.parse(page.value?.now ?? ""), page.value?.questions ?? 0];
  if (row.state === "nothing")
    return t(page.value?.room && row.here ? "quiz.class.here" : "quiz.class.nothing");
  if (row.state === "under_way") {
    const answered = t("quiz.class.answered", { n: row.answered, all });
    if (!row.ends_at) return answered;
    const minutes = Math.max(0, Math.ceil((Date.parse(row.ends_at) - now) / 60_000));
    return `${answered}, ${t("quiz.class.left", { n: minutes })}`;
  }
  const at = row.handed_in_at ? times.value.moment(row.handed_in_at) : "";
  return t(`quiz.handedIn.${row.how || "self"}`, { at });
}
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="px-3.5 pt-4 pb-24 sm:px-6">
    <p class="text-[14px] text-soft">
      <RouterLink :to="itemPath(slug, id)">{{ page.title }}</RouterLink>
    </p>
    <div class="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
      <h1 class="text-[26px] font-bold">{{ t("quiz.class.title") }}</h1>
      <span class="text-soft" role="status">{{ sums.join(" · ") }}</span>
      <span class="ml-auto" />
      <UiButton v-if="page.by_hand && page.can_change" @click="writes.show.mutate(!page.shown_by_hand)">{{
        t(page.shown_by_hand ? "quiz.class.hide" : "quiz.class.show")
      }}</UiButton>
      <UiButton v-if="page.paper" look="main" :to="quizSheetsPath(slug, id)">{{
        t("sheets.title")
      }}</UiButton>
      <UiButton v-if="page.by_question.length" look="text" :to="quizFiguresPath(slug, id)">{{
        t("quiz.figures.title")
      }}</UiButton>
      <UiButton look="text" :to="quizSetupPath(slug, id)">{{ t("quiz.questions") }}</UiButton>
    </div>
    <ClassQuestions v-if="page.by_question.length" :page="page" :slug="slug" :id="id" />
    <label class="mb-2 flex max-w-[320px] items-center gap-2 text-[14px]">
      <span class="whitespace-nowrap text-soft">{{ t("quiz.class.find") }}</span>
      <input v-model="find" class="field" type="search" />
    </label>
    <div
      class="card relative overflow-x-auto"
      role="region"
      :aria-label="t('quiz.class.students')"
      tabindex="0"
    >
      <table class="ruled-table w-full">
        <thead>
          <tr>
            <th scope="col">{{ t("quiz.class.student") }}</th>
            <th v-if="page.room" scope="col">{{ t("quiz.class.room") }}</th>
            <th scope="col">{{ t("quiz.class.stands") }}</th>
            <th scope="col">{{ t("quiz.class.attempts") }}</th>
            <th scope="col" class="f">{{ t("item.points") }}</th>
            <th v-if="page.timed" scope="col">
              <span class="sr-only">{{ t("quiz.class.more") }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.person_id">
            <th scope="row">
              {{ row.name }} <span class="text-[13px] font-normal text-soft">{{ row.section }}</span>
            </th>
            <td v-if="page.room">
              <UiCheck
                :model-value="row.here"
                :label="t('quiz.class.isHere')"
                @update:model-value="(here) => writes.here.mutate({ person: row.person_id, here: !!here })"
              />
            </td>
            <td>
              {{ words(row) }}
              <span v-if="row.extra_minutes" class="text-soft">{{
                t("quiz.class.extra", { n: row.extra_minutes })
              }}</span>
            </td>
            <td>
              <RouterLink
                v-for="n in row.attempts.filter((n) => n !== row.number || row.state !== 'under_way')"
                :key="n"
                class="mr-3"
                :to="quizOfPath(slug, id, row.person_id, n)"
                :aria-label="t('quiz.class.look', { name: row.name, n })"
                >{{ n }}</RouterLink
              >
            </td>
            <td class="f figures">
              {{ row.points ?? (row.state === "waits" ? t("quiz.class.toRead") : "") }}
            </td>
            <td v-if="page.timed">
              <UiButton
                v-if="row.state === 'under_way'"
                look="text"
                :aria-label="t('quiz.class.giveTo', { n: MINUTES, name: row.name })"
                @click="writes.minutes.mutate({ person: row.person_id, minutes: MINUTES })"
                >{{ t("quiz.class.give", { n: MINUTES }) }}</UiButton
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </main>
  <LoadingNote v-else />
</template>

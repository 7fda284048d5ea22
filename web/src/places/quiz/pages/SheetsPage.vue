<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath, quizClassPath, quizSetupPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import SheetPrint from "../components/SheetPrint.vue";
import SheetScore from "../components/SheetScore.vue";
import { useSheet, useSheets } from "../queries";

/** A quiz on paper: its sheets made and printed, taken in by their code, scored against their own key. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const { data: page, error } = useSheets(
  () => slug,
  () => id,
);
const code = computed(() => (typeof route.query.sheet === "string" ? route.query.sheet : ""));
const { data: sheet, error: sheetError } = useSheet(
  () => slug,
  () => id,
  () => code.value,
);
const sought = ref("");
const box = useTemplateRef<HTMLInputElement>("box");
const bare = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, "");
const RANK = { photographed: 0, taken: 1, out: 2, scored: 3 } as const;
const rows = computed(() => {
  const want = bare(sought.value);
  const found = (page.value?.rows ?? []).filter(
    (r) => !want || bare(r.code).includes(want) || bare(r.name).includes(want),
  );
  return [...found].sort((a, b) => RANK[stateOf(a)] - RANK[stateOf(b)]);
});
const count = (want: (row: Shapes["PaperRow"]) => boolean): number =>
  (page.value?.rows ?? []).filter(want).length;

function stateOf(row: Shapes["PaperRow"]): keyof typeof RANK {
  if (row.points !== null) return "scored";
  if (!row.taken_in_at) return "out";
  return row.photos ? "photographed" : "taken";
}
const look = (to: string): Promise<unknown> => router.push({ query: to ? { sheet: to } : {} });
/** The one that fits best: a whole code before all else. */
function take(): void {
  const whole = (page.value?.rows ?? []).find((r) => bare(r.code) === bare(sought.value));
  const best = whole ?? rows.value[0];
  if (sought.value.trim() && best) void look(best.code);
}
async function next(): Promise<void> {
  sought.value = "";
  await look("");
  await nextTick();
  box.value?.focus();
}
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="mx-auto max-w-[1100px] px-3.5 pt-4 pb-24 sm:px-6">
    <p class="text-[14px] text-soft">
      <RouterLink :to="itemPath(slug, id)">{{ page.title }}</RouterLink>
    </p>
    <div class="mb-4 flex flex-wrap items-baseline gap-x-5 gap-y-2">
      <h1 class="text-[26px] font-bold">{{ t("sheets.title") }}</h1>
      <span v-if="page.rows.length" class="text-soft" role="status">{{
        t("sheets.sums", {
          n: page.students - page.without,
          all: page.students,
          taken: count((r) => !!r.taken_in_at),
          scored: count((r) => r.points !== null),
        })
      }}</span>
      <span class="ml-auto" />
      <UiButton look="text" :to="quizClassPath(slug, id)">{{ t("quiz.class.title") }}</UiButton>
      <UiButton look="text" :to="quizSetupPath(slug, id)">{{ t("quiz.questions") }}</UiButton>
    </div>
    <SheetPrint v-if="!code" :page="page" :slug="slug" :id="id" />
    <section v-if="page.rows.length" :class="{ 'mt-7': !code }" :aria-label="t('sheets.two')">
      <h2 class="mb-2 text-[18px] font-bold">{{ t("sheets.two") }}</h2>
      <SheetScore
        v-if="code && sheet && sheet.code === code"
        :key="sheet.code"
        :sheet="sheet"
        :slug="slug"
        :id="id"
        :zone="page.zone"
        @done="next"
      />
      <p v-else-if="code && sheetError" role="alert" class="text-late">{{ wrong(sheetError) }}</p>
      <template v-else>
        <form class="max-w-[360px]" @submit.prevent="take">
          <UiField v-slot="{ field }" :label="t('sheets.find')">
            <input
              :id="field"
              ref="box"
              v-model="sought"
              class="field"
              type="search"
              autocomplete="off"
              :aria-describedby="`${field}-line`"
            />
            <p :id="`${field}-line`" class="mt-1 text-[14px] text-soft">{{ t("sheets.findLine") }}</p>
          </UiField>
        </form>
        <p v-if="!rows.length" role="status" class="mt-3">
          {{ t("sheets.noneFound", { text: sought }) }}
        </p>
        <div
          v-else
          class="card relative mt-3 overflow-x-auto"
          role="region"
          :aria-label="t('sheets.title')"
          tabindex="0"
        >
          <table class="ruled-table w-full">
            <thead>
              <tr>
                <th scope="col">{{ t("quiz.class.student") }}</th>
                <th scope="col">{{ t("sheets.code") }}</th>
                <th scope="col">{{ t("quiz.class.stands") }}</th>
                <th scope="col" class="f">{{ t("sheets.photos") }}</th>
                <th scope="col" class="f">{{ t("item.points") }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows" :key="row.code">
                <th scope="row">
                  {{ row.name }} <span class="text-[13px] font-normal text-soft">{{ row.section }}</span>
                </th>
                <td>
                  <RouterLink :to="{ query: { sheet: row.code } }" class="figures">{{ row.code }}</RouterLink>
                </td>
                <td>{{ t(`sheets.state.${stateOf(row)}`) }}</td>
                <td class="f figures">{{ row.photos || "" }}</td>
                <td class="f figures">{{ row.points ?? "" }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
    </section>
  </main>
  <LoadingNote v-else />
</template>

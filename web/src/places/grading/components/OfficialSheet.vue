<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import UiCheck from "@/ui/field/UiCheck.vue";
import { useTimes } from "@/ui/moment/zones";
import { useOfficialSheet } from "../queries";

/** One set of kept grades, and how each of its students stands now. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: sheet, error } = useOfficialSheet(
  () => slug,
  () => id,
);
const times = useTimes(() => sheet.value?.zone ?? "UTC");
const only = ref(false);
const shown = computed(() => sheet.value?.grades.filter((one) => !only.value || one.differs) ?? []);
const words = (total: string, band: string): string =>
  [total, band].filter(Boolean).join(" ") || t("official.noGrade");
const nowWords = (one: Shapes["FrozenGrade"]): string =>
  one.total_now === null ? t("official.gone") : words(one.total_now, one.band_now ?? "");
const table = (form: string): string => `/api/courses/${slug}/official-grades/${id}/table?form=${form}`;
</script>

<template>
  <NothingHere v-if="error && !sheet" :message="wrong(error)" />
  <section v-else-if="sheet">
    <h1 class="mt-1 text-[26px] font-bold">
      {{ sheet.official.period }} · {{ sheet.official.section || t("official.course") }}
    </h1>
    <p class="flex flex-wrap items-baseline gap-x-5">
      <span class="text-soft">{{
        t("official.by", {
          at: `${times.moment(sheet.official.at)}, ${times.isoDay(sheet.official.at).slice(0, 4)}`,
          by: sheet.official.by,
        })
      }}</span>
      <b :class="{ 'text-late': sheet.official.differs }">{{
        t("official.differs", { n: sheet.official.differs }, sheet.official.differs)
      }}</b>
      <a class="ml-auto no-print" :href="table('xlsx')" download>{{ t("official.xlsx") }}</a>
      <a class="no-print" :href="table('csv')" download>{{ t("official.csv") }}</a>
    </p>
    <UiCheck
      v-if="sheet.official.differs"
      v-model="only"
      class="mt-2 no-print"
      :label="t('official.onlyDiffering')"
    />
    <table class="ruled-table mt-3 w-full">
      <thead>
        <tr>
          <th scope="col">{{ t("official.student") }}</th>
          <th scope="col" class="w-[160px] !text-right">{{ t("official.total") }}</th>
          <th scope="col" class="w-[220px] !text-right">{{ t("official.now") }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in shown" :key="one.person_id">
          <th scope="row" class="text-left font-normal">
            {{ one.name }} <span class="ml-2 text-[13.5px] text-soft">{{ one.section }}</span>
          </th>
          <td class="figures !text-right">{{ words(one.total, one.band) }}</td>
          <td
            class="!text-right"
            :class="[
              one.total_now === null ? 'text-soft' : 'figures',
              { 'font-semibold text-late': one.differs, 'text-soft': !one.differs },
            ]"
          >
            {{ nowWords(one) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="sheet.joined.length" class="mt-3">
      {{ t("official.joined", { names: sheet.joined.join("; ") }) }}
    </p>
  </section>
  <LoadingNote v-else />
</template>

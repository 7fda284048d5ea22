<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { say, sayWrong } from "@/ui/notice/notices";
import PartWaits from "../components/PartWaits.vue";
import LinkFacts from "./LinkFacts.vue";
import LinkSettings from "./LinkSettings.vue";
import { useLink, useLinkWrites, useReports } from "./queries";

/** Work of a linked system as those who teach find it: how it opens, what came back, which scores differ. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const times = useTimes(() => page.zone);
const id = () => page.row.id;
const reading = useLink(() => slug, id);
const { data: link, error } = reading;
const { data: reports } = useReports(
  () => slug,
  id,
  () => link.value !== undefined,
);
const writes = useLinkWrites(() => slug, id);
const unset = computed(() => error.value instanceof Problem && error.value.status === 404);
const differ = computed(() => reports.value?.rows.filter((row) => row.differs).length ?? 0);
const progress = (row: Shapes["ReportRow"]) =>
  [t(`links.activity.${row.activity}`), t(`links.grading.${row.grading}`)].filter(Boolean).join(", ");

async function settle(row: Shapes["ReportRow"], take: boolean): Promise<void> {
  try {
    await writes.settle.mutateAsync({ person: row.person_id, take });
    say(t("links.settled"));
  } catch (failed) {
    sayWrong(wrong(failed));
  }
}
async function fetchNow(): Promise<void> {
  await writes.fetch.mutateAsync(null);
  say(t("links.fetching"));
}
const action = computed(() =>
  link.value?.open_path
    ? {
        label: t("links.open", { system: link.value.system }),
        run: () => window.open(link.value?.open_path, "_blank", "noopener"),
      }
    : null,
);
defineExpose({ action });
</script>

<template>
  <section class="mt-5 grid gap-5">
    <template v-if="link">
      <div class="card px-4 py-3">
        <LinkFacts :link="link" :zone="page.zone" :now="page.now" />
        <p class="mt-2">{{ t("links.counts", { handedIn: link.handed_in, begun: link.begun }) }}</p>
        <p v-if="link.refusal" class="mt-2 text-late">{{ link.refusal }}</p>
      </div>
      <div v-if="reports">
        <div class="mb-2 flex flex-wrap items-baseline gap-3">
          <h2 class="text-[18px] font-bold">{{ t("links.reports") }}</h2>
          <template v-if="!link.refusal">
            <UiButton v-if="reports.asks_state" @click="fetchNow">{{ t("links.fetch") }}</UiButton>
            <span v-else class="text-[14px] text-soft">{{ t("links.cannotFetch") }}</span>
          </template>
        </div>
        <p v-if="differ" class="mb-2 font-semibold text-late">
          {{ differ === 1 ? t("links.differOne") : t("links.differ", { n: differ }, differ) }}
        </p>
        <p v-if="!reports.rows.length" class="text-soft">{{ t("links.noReports") }}</p>
        <div v-else class="card overflow-x-auto">
          <table class="ruled-table w-full">
            <thead>
              <tr>
                <th scope="col">{{ t("links.who") }}</th>
                <th scope="col">{{ t("links.progress") }}</th>
                <th scope="col" class="f">{{ t("links.theirs") }}</th>
                <th scope="col" class="f">{{ t("links.ours") }}</th>
                <th scope="col">{{ t("links.received") }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in reports.rows" :key="row.person_id">
                <td>{{ row.name }}</td>
                <td>{{ progress(row) }}</td>
                <td class="f figures" :class="{ 'text-late': row.differs }">{{ row.theirs ?? "–" }}</td>
                <td class="f figures">
                  {{ row.ours ?? "–" }}
                  <span v-if="row.by" class="block text-[13px] text-soft">{{
                    t("links.by", { name: row.by })
                  }}</span>
                  <span v-if="row.differs" class="mt-1 flex justify-end gap-1">
                    <UiButton
                      :aria-label="t('links.takeOf', { name: row.name })"
                      @click="settle(row, true)"
                      >{{ t("links.take") }}</UiButton
                    >
                    <UiButton
                      :aria-label="t('links.keepOf', { name: row.name })"
                      @click="settle(row, false)"
                      >{{ t("links.keep") }}</UiButton
                    >
                  </span>
                </td>
                <td class="figures whitespace-nowrap">{{ times.moment(row.received_at) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </template>
    <p v-else-if="unset" class="card px-4 py-3 text-soft">{{ t("links.notSet") }}</p>
    <PartWaits v-else :query="reading" />
    <LinkSettings v-if="page.can_lay_out && (link || unset)" :link="link" :slug="slug" :id="page.row.id" />
  </section>
</template>

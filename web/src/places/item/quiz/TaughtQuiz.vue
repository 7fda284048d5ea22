<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { quizSetupPath, quizSheetsPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import PartWaits from "../components/PartWaits.vue";
import { useQuizSetup } from "./queries";

/** A quiz as those who teach it find it: what it puts, and the ways to its questions and its class. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const reading = useQuizSetup(
  () => slug,
  () => page.row.id,
);
const { data: setup } = reading;
const count = computed(() => (setup.value?.slots ?? []).reduce((sum, one) => sum + one.count, 0));
defineExpose({ action: null });
</script>

<template>
  <section v-if="setup" :aria-label="t('quiz.title')">
    <p v-if="!count" class="card px-4 py-3">{{ t("quiz.empty") }}</p>
    <template v-else>
      <p class="mb-2 font-semibold">
        {{
          t("quiz.head", {
            questions: t("quiz.count", { n: count }, count),
            points: t("quiz.points", { n: setup.total }, Number(setup.total)),
          })
        }}
      </p>
      <ol class="slots">
        <li v-for="(slot, n) in setup.slots" :key="n">
          {{ slot.bank ? t("quiz.drawn", { n: slot.count, bank: slot.name }, slot.count) : slot.name }}
          <span class="figures text-soft">{{
            t("quiz.points", { n: slot.points }, Number(slot.points))
          }}</span>
          <span v-if="slot.gone" class="ml-2 text-late">{{ t("quiz.gone") }}</span>
        </li>
      </ol>
      <ul class="mt-3 text-[14px] text-soft">
        <li v-for="one in setup.said" :key="one.what">{{ one.words }}</li>
      </ul>
    </template>
    <div class="mt-4 flex flex-wrap gap-2">
      <UiButton :look="count ? 'plain' : 'main'" :to="quizSetupPath(slug, page.row.id)">{{
        t(page.can_lay_out ? "quiz.toSetup" : "quiz.seeSetup")
      }}</UiButton>
      <UiButton v-if="setup.paper && count" look="main" :to="quizSheetsPath(slug, page.row.id)">{{
        t("sheets.title")
      }}</UiButton>
    </div>
  </section>
  <PartWaits v-else :query="reading" />
</template>

<style scoped>
.slots {
  list-style: decimal;
  padding-left: 22px;
}
</style>

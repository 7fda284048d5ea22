<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { useI18n } from "vue-i18n";
import { own } from "@/api/reads";
import { quizReviewPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import { lateWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";

/** What was received of a quiz, when, and how: by hand or by the clock. */
const { number } = defineProps<{ number: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: receipt, error } = useQuery(own.quizReceipt(() => number));
const times = useTimes(() => receipt.value?.zone ?? "");
</script>

<template>
  <NothingHere v-if="error" :message="wrong(error)" />
  <main v-else-if="receipt" id="content" class="mx-auto max-w-3xl px-4 py-8">
    <article class="card px-5 py-5 sm:px-8">
      <h1 class="border-b border-ink pb-2 text-[26px] font-bold">
        {{ t("receipt.title", { number: receipt.number }) }}
      </h1>
      <dl class="facts">
        <dt>{{ t("receipt.at") }}</dt>
        <dd>
          {{ times.moment(receipt.at) }}, {{ times.isoDay(receipt.at).slice(0, 4) }} · {{ receipt.zone }} ·
          <span :class="{ 'text-late': receipt.late_seconds }">{{
            receipt.late_seconds
              ? t("state.late", { by: lateWords(receipt.late_seconds, t) })
              : t("receipt.inTime")
          }}</span>
        </dd>
        <dt>{{ t("receipt.how") }}</dt>
        <dd>{{ t(`receipt.handedIn.${receipt.how || "self"}`) }}</dd>
        <dt>{{ t("receipt.quiz") }}</dt>
        <dd>{{ receipt.item }}</dd>
        <dt>{{ t("receipt.course") }}</dt>
        <dd>{{ receipt.course }}</dd>
        <dt>{{ t("receipt.person") }}</dt>
        <dd>{{ receipt.person }}</dd>
        <dt>{{ t("receipt.attempt") }}</dt>
        <dd>{{ receipt.attempt }}</dd>
        <dt>{{ t("receipt.answered") }}</dt>
        <dd>{{ t("receipt.ofQuestions", { n: receipt.answered, all: receipt.questions }) }}</dd>
        <dt>{{ t("receipt.sha") }}</dt>
        <dd>
          <code class="figures break-all text-soft">{{ receipt.answers_sha256 }}</code>
        </dd>
      </dl>
    </article>
    <p class="no-print mt-5 flex flex-wrap items-center gap-4">
      <UiButton look="main" :to="quizReviewPath(receipt.slug, receipt.item_id, receipt.attempt)">{{
        t("receipt.toReview")
      }}</UiButton>
      <a :href="`/api/quiz-receipts/${receipt.number}/pdf`" class="underline">{{ t("receipt.pdf") }}</a>
    </p>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 4px 14px;
  padding: 14px 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  overflow-wrap: anywhere;
}
</style>

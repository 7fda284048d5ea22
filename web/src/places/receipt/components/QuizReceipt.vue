<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { own } from "@/api/reads";
import { quizReviewPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import ReceiptSheet from "./ReceiptSheet.vue";

/** What was received of a quiz, when, and how: by hand or by the clock. */
const { number } = defineProps<{ number: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: receipt, error } = useQuery(own.quizReceipt(() => number));
const facts = computed(() => {
  const got = receipt.value;
  if (!got) return [];
  return [
    { name: t("receipt.how"), value: t(`receipt.handedIn.${got.how || "self"}`) },
    { name: t("receipt.quiz"), value: got.item },
    { name: t("receipt.course"), value: got.course },
    { name: t("receipt.person"), value: got.person },
    { name: t("receipt.attempt"), value: got.attempt },
    got.sheet
      ? {
          name: t("receipt.sheet"),
          value: got.photos
            ? t("receipt.photographed", { sheet: got.sheet, n: got.photos }, got.photos)
            : got.sheet,
        }
      : {
          name: t("receipt.answered"),
          value: t("receipt.ofQuestions", { n: got.answered, all: got.questions }),
        },
  ];
});
</script>

<template>
  <NothingHere v-if="error" :message="wrong(error)" />
  <main v-else-if="receipt" id="content" class="mx-auto max-w-3xl px-4 py-8">
    <ReceiptSheet
      :receipt="receipt"
      :facts="facts"
      :back="{
        to: quizReviewPath(receipt.slug, receipt.item_id, receipt.attempt),
        words: t('receipt.toReview'),
      }"
      :pdf="`/api/quiz-receipts/${receipt.number}/pdf`"
    >
      <template #facts>
        <dt>{{ t("receipt.sha") }}</dt>
        <dd>
          <code class="figures break-all text-soft">{{ receipt.answers_sha256 }}</code>
        </dd>
      </template>
    </ReceiptSheet>
  </main>
  <LoadingNote v-else />
</template>

<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute } from "vue-router";
import { own } from "@/api/reads";
import { useWrong } from "@/frame/writes";
import { itemPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import QuizReceipt from "../components/QuizReceipt.vue";
import ReceiptSheet from "../components/ReceiptSheet.vue";

const { number } = defineProps<{ number: string }>();
const { t } = useI18n();
const route = useRoute();
const wrong = useWrong();
/** Numbers of quizzes are told from those of hand-ins by how they begin. */
const ofQuiz = computed(() => number.toUpperCase().startsWith("Q-"));
const { data: receipt, error } = useQuery({ ...own.receipt(() => number), enabled: () => !ofQuiz.value });
const facts = computed(() => {
  const got = receipt.value;
  if (!got) return [];
  return [
    { name: t("receipt.work"), value: got.item },
    { name: t("receipt.course"), value: got.course },
    { name: t("receipt.person"), value: got.person },
    { name: t("receipt.attempt"), value: got.attempt },
    ...(got.group
      ? [{ name: t("together.receiptFor"), value: `${got.group}: ${(got.people ?? []).join(", ")}` }]
      : []),
    ...(got.group && got.way === "here" ? [{ name: t("together.receiptBy"), value: got.handed_in_by }] : []),
    ...(got.way === "here"
      ? []
      : [{ name: t("recorded.fact"), value: t(`recorded.by.${got.way}`, { name: got.recorded_by }) }]),
    ...(got.comment ? [{ name: t("receipt.note"), value: got.comment }] : []),
  ];
});
</script>

<template>
  <QuizReceipt v-if="ofQuiz" :number="number" />
  <NothingHere v-else-if="error" :message="wrong(error)" />
  <main v-else-if="receipt" id="content" class="mx-auto max-w-3xl px-4 py-8">
    <p v-if="route.query.fresh" role="status" class="mb-4 border-l-4 border-done bg-sheet px-4 py-2">
      {{ t("receipt.got") }}
    </p>
    <ReceiptSheet
      :receipt="receipt"
      :facts="facts"
      :back="{
        to: itemPath(receipt.slug, receipt.item_id),
        words: t('receipt.back', { item: receipt.item }),
      }"
      :pdf="`/api/receipts/${receipt.number}/pdf`"
    >
      <ul class="border-t border-rule">
        <li v-for="file in receipt.files" :key="file.sha256 + file.name" class="border-b border-rule py-2">
          <span class="font-semibold">{{ file.name }}</span>
          <span class="figures ml-3 text-soft">{{ t("receipt.bytes", { n: file.size }) }}</span>
          <code class="figures block break-all text-soft">{{ t("receipt.sha") }} {{ file.sha256 }}</code>
        </li>
        <li v-if="receipt.link" class="border-b border-rule py-2">
          <a :href="receipt.link" target="_blank" rel="noopener noreferrer" class="break-all">{{
            receipt.link
          }}</a>
        </li>
        <li v-if="receipt.text_sha256" class="border-b border-rule py-2">
          <span class="font-semibold">{{ t("receipt.text") }}</span>
          <span class="figures ml-3 text-soft">{{
            t("receipt.characters", { n: receipt.text_characters })
          }}</span>
          <code class="figures block break-all text-soft"
            >{{ t("receipt.sha") }} {{ receipt.text_sha256 }}</code
          >
        </li>
      </ul>
    </ReceiptSheet>
  </main>
  <LoadingNote v-else />
</template>

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
import { lateWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import QuizReceipt from "../components/QuizReceipt.vue";

const { number } = defineProps<{ number: string }>();
const { t } = useI18n();
const route = useRoute();
const wrong = useWrong();
/** Numbers of quizzes are told from those of hand-ins by how they begin. */
const ofQuiz = computed(() => number.toUpperCase().startsWith("Q-"));
const { data: receipt, error } = useQuery({ ...own.receipt(() => number), enabled: () => !ofQuiz.value });
const times = useTimes(() => receipt.value?.zone ?? "");
</script>

<template>
  <QuizReceipt v-if="ofQuiz" :number="number" />
  <NothingHere v-else-if="error" :message="wrong(error)" />
  <main v-else-if="receipt" id="content" class="mx-auto max-w-3xl px-4 py-8">
    <p v-if="route.query.fresh" role="status" class="mb-4 border-l-4 border-done bg-sheet px-4 py-2">
      {{ t("receipt.got") }}
    </p>
    <article class="card px-5 py-5 sm:px-8">
      <h1 class="border-b border-ink pb-2 text-[26px] font-bold">
        {{ t("receipt.title", { number: receipt.number }) }}
      </h1>
      <dl class="facts">
        <dt>{{ t("receipt.at") }}</dt>
        <dd>
          {{ times.moment(receipt.at) }}, {{ times.isoDay(receipt.at).slice(0, 4) }} · {{ receipt.zone }} ·
          <span :class="{ 'text-late': receipt.late_seconds }">
            {{
              receipt.late_seconds
                ? t("state.late", { by: lateWords(receipt.late_seconds, t) })
                : t("receipt.inTime")
            }}
          </span>
          <span v-if="times.own(receipt.at)" class="text-soft">
            · {{ t("item.ownTime", { at: times.own(receipt.at) }) }}</span
          >
        </dd>
        <dt>{{ t("receipt.work") }}</dt>
        <dd>{{ receipt.item }}</dd>
        <dt>{{ t("receipt.course") }}</dt>
        <dd>{{ receipt.course }}</dd>
        <dt>{{ t("receipt.person") }}</dt>
        <dd>{{ receipt.person }}</dd>
        <dt>{{ t("receipt.attempt") }}</dt>
        <dd>{{ receipt.attempt }}</dd>
        <template v-if="receipt.comment">
          <dt>{{ t("receipt.note") }}</dt>
          <dd>{{ receipt.comment }}</dd>
        </template>
      </dl>
      <ul class="border-t border-rule">
        <li v-for="file in receipt.files" :key="file.sha256 + file.name" class="border-b border-rule py-2">
          <span class="font-semibold">{{ file.name }}</span>
          <span class="figures ml-3 text-soft">{{ t("receipt.bytes", { n: file.size }) }}</span>
          <code class="figures block break-all text-soft">{{ t("receipt.sha") }} {{ file.sha256 }}</code>
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
    </article>
    <p class="no-print mt-5 flex flex-wrap items-center gap-4">
      <UiButton look="main" :to="itemPath(receipt.slug, receipt.item_id)">{{
        t("receipt.back", { item: receipt.item })
      }}</UiButton>
      <a :href="`/api/receipts/${receipt.number}/pdf`" class="underline">{{ t("receipt.pdf") }}</a>
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

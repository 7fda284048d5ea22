<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { lateWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";

/** What every receipt says: its number, when the work came in and whether that was in time; then what came in. */
const { receipt } = defineProps<{
  receipt: { number: string; at: string; zone: string; late_seconds: number };
  facts: { name: string; value: string | number }[];
  back: { to: string; words: string };
  pdf: string;
}>();
const { t } = useI18n();
const times = useTimes(() => receipt.zone);
</script>

<template>
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
        <span v-if="times.own(receipt.at)" class="text-soft">
          · {{ t("item.ownTime", { at: times.own(receipt.at) }) }}</span
        >
      </dd>
      <template v-for="fact in facts" :key="fact.name">
        <dt>{{ fact.name }}</dt>
        <dd>{{ fact.value }}</dd>
      </template>
      <slot name="facts" />
    </dl>
    <slot />
  </article>
  <p class="no-print mt-5 flex flex-wrap items-center gap-4">
    <UiButton look="main" :to="back.to">{{ back.words }}</UiButton>
    <a :href="pdf" class="underline">{{ t("receipt.pdf") }}</a>
  </p>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 4px 14px;
  padding: 14px 0;
}
.facts :deep(dt) {
  color: var(--ink-soft);
}
.facts :deep(dd) {
  overflow-wrap: anywhere;
}
</style>

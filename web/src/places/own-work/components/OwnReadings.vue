<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import MeasuredList from "@/items/reading/MeasuredList.vue";
import WorkTitle from "./WorkTitle.vue";

/** What one said of others' work, the latest first; not whose it was. */
const { slug, readings, when } = defineProps<{
  slug: string;
  readings: Shapes["OwnReading"][];
  when: (at: string) => string;
}>();
const { t } = useI18n();
</script>

<template>
  <ul>
    <li v-for="one in readings" :key="`${one.item_id} ${one.position}`" class="border-b border-rule py-2.5">
      <WorkTitle
        :to="one.there ? itemPath(slug, one.item_id) : null"
        :title="one.item"
        :when="`${t('ownWork.nth', { n: one.position })} · ${when(one.sent_at)}`"
        :given="null"
        :possible="null"
      >
        <span v-if="one.points !== null" class="figures">{{
          t("ownWork.youGave", { points: one.points })
        }}</span>
      </WorkTitle>
      <p class="max-w-[72ch] [overflow-wrap:anywhere] whitespace-pre-wrap">{{ one.words }}</p>
      <details v-if="one.measured" class="max-w-[760px]">
        <summary class="min-h-6 cursor-pointer text-deep">{{ one.measured.name }}</summary>
        <MeasuredList :measured="one.measured" />
      </details>
    </li>
  </ul>
</template>

<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { timesIn } from "@/ui/moment/zones";
import { useCollection } from "../queries";
import OwnWord from "./OwnWord.vue";

/** What somebody keeps of their own work, in their order, with a word on each. */
const { courses, collection } = defineProps<{
  courses: Shapes["OwnCourse"][];
  collection: Shapes["Collected"][];
}>();
const { t, locale } = useI18n();
const dayOf = (at: string, zone: string): string => timesIn(locale.value, zone).day(at);
const writes = useCollection();
const kept = computed(() => {
  const all = new Map(
    courses.flatMap((course) => course.pieces.map((piece) => [piece.number, { piece, course }] as const)),
  );
  return collection.flatMap((one) => {
    const found = all.get(one.number);
    return found ? [{ ...one, ...found }] : [];
  });
});

function move(at: number, by: number): void {
  const numbers = kept.value.map((one) => one.number);
  [numbers[at], numbers[at + by]] = [numbers[at + by]!, numbers[at]!];
  writes.order.mutate(numbers);
}
const print = (): void => window.print();
</script>

<template>
  <section class="mb-8" :aria-label="t('ownWork.collection')">
    <h2 class="flex flex-wrap items-baseline gap-x-4 border-b border-ink pb-1 text-[20px] font-bold">
      {{ t("ownWork.collection") }}
      <span v-if="kept.length" class="no-print ml-auto flex gap-4 text-[14px] font-semibold">
        <UiButton look="text" @click="print">{{ t("ownWork.print") }}</UiButton>
        <a class="inline-flex min-h-6 items-center" href="/api/own-collection-archive" download>{{
          t("ownWork.zip")
        }}</a>
      </span>
    </h2>
    <p class="no-print mt-1 text-soft">
      {{ kept.length ? t("ownWork.collectionHint") : t("ownWork.nothingKept") }}
    </p>
    <ol>
      <li v-for="(one, n) in kept" :key="one.number" class="border-b border-rule py-3">
        <p class="flex flex-wrap items-baseline gap-x-4">
          <b>{{ one.piece.item }}</b>
          <span class="text-soft"
            >{{ one.course.name }} · {{ dayOf(one.piece.handed_in_at, one.course.zone) }}</span
          >
          <span v-if="one.piece.given !== null && one.piece.possible !== null" class="figures">{{
            t("ownWork.given", { points: one.piece.given, possible: one.piece.possible })
          }}</span>
          <span class="no-print ml-auto flex gap-2">
            <UiButton
              v-if="n"
              look="text"
              :aria-label="`${t('ownWork.up')}: ${one.piece.item}`"
              @click="move(n, -1)"
              >{{ t("ownWork.up") }}</UiButton
            >
            <UiButton
              v-if="n < kept.length - 1"
              look="text"
              :aria-label="`${t('ownWork.down')}: ${one.piece.item}`"
              @click="move(n, 1)"
              >{{ t("ownWork.down") }}</UiButton
            >
            <UiButton
              look="text"
              :aria-label="`${t('ownWork.drop')}: ${one.piece.item}`"
              @click="writes.drop.mutate(one.number)"
              >{{ t("ownWork.drop") }}</UiButton
            >
          </span>
        </p>
        <p class="flex flex-wrap gap-x-4">
          <a v-for="file in one.piece.files" :key="file.id" :href="file.address" class="underline">{{
            file.name
          }}</a>
          <a v-if="one.piece.link" :href="one.piece.link" class="break-all">{{ one.piece.link }}</a>
        </p>
        <OwnWord :number="one.number" :words="one.words" :item="one.piece.item" />
      </li>
    </ol>
  </section>
</template>

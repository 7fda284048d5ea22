<script setup lang="ts">
import { defineAsyncComponent } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { sizeWords } from "@/items/model/sizes";
import MeasuredList from "@/items/reading/MeasuredList.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import OwnText from "./OwnText.vue";

/** What was handed in to one course, the latest first, with what was said of it. */
const MarkedFile = defineAsyncComponent(() => import("@/items/reading/MarkedFile.vue"));
const { course, kept } = defineProps<{ course: Shapes["OwnCourse"]; kept: Set<string> }>();
const emit = defineEmits<{ keep: [number: string] }>();
const { t, locale } = useI18n();
const times = useTimes(() => course.zone);
const when = ({ handed_in_at: at }: Shapes["OwnPiece"]): string =>
  `${times.value.moment(at)}, ${times.value.isoDay(at).slice(0, 4)}`;
const noted = (piece: Shapes["OwnPiece"]) =>
  piece.files.filter((file) => piece.notes.some((note) => note.file_id === file.id));
</script>

<template>
  <section class="mb-8" :aria-label="course.name">
    <h2 class="flex flex-wrap items-baseline gap-x-4 border-b border-ink pb-1 text-[20px] font-bold">
      {{ course.name }}
      <a
        class="no-print ml-auto inline-flex min-h-6 items-center text-[14px] font-semibold"
        :href="`/api/own-work/${course.slug}/archive`"
        download
        >{{ t("ownWork.archive", { course: course.name }) }}</a
      >
    </h2>
    <ul>
      <li v-for="piece in course.pieces" :key="piece.number" class="border-b border-rule py-2.5">
        <p class="flex flex-wrap items-baseline gap-x-4">
          <RouterLink
            v-if="piece.there"
            class="inline-flex min-h-6 items-center font-semibold text-ink"
            :to="itemPath(course.slug, piece.item_id)"
            >{{ piece.item }}</RouterLink
          >
          <b v-else>{{ piece.item }}</b>
          <span class="text-soft">{{ t("handIn.attempt", { n: piece.attempt }) }} · {{ when(piece) }}</span>
          <span v-if="piece.given !== null" class="figures ml-auto font-semibold">{{
            piece.possible === null
              ? piece.given
              : t("ownWork.given", { points: piece.given, possible: piece.possible })
          }}</span>
          <RouterLink
            class="figures inline-flex min-h-6 items-center"
            :class="{ 'ml-auto': piece.given === null }"
            :to="{ name: 'receipt', params: { number: piece.number } }"
            >{{ piece.number }}</RouterLink
          >
          <span v-if="kept.has(piece.number)" class="text-[14px] text-soft">{{ t("ownWork.kept") }}</span>
          <UiButton
            v-else
            look="text"
            class="no-print"
            :aria-label="`${t('ownWork.keep')}: ${piece.item}`"
            @click="emit('keep', piece.number)"
            >{{ t("ownWork.keep") }}</UiButton
          >
        </p>
        <p class="flex flex-wrap gap-x-4">
          <a
            v-for="file in piece.files"
            :key="file.id"
            :href="file.address"
            class="inline-flex min-h-6 items-center underline"
            >{{ file.name }}<span class="figures ml-2 text-soft">{{ sizeWords(file.size, locale) }}</span></a
          >
          <a
            v-if="piece.link"
            :href="piece.link"
            target="_blank"
            rel="noopener noreferrer"
            class="inline-flex min-h-6 items-center break-all"
            >{{ piece.link }}</a
          >
        </p>
        <OwnText v-if="piece.words" :number="piece.number" :words="piece.words" />
        <p v-if="piece.remark" class="max-w-[72ch] whitespace-pre-wrap">{{ piece.remark }}</p>
        <details v-if="piece.measured || piece.notes.length" class="max-w-[760px]">
          <summary class="min-h-6 cursor-pointer text-deep">{{ t("ownWork.said") }}</summary>
          <MeasuredList v-if="piece.measured" :measured="piece.measured" />
          <MarkedFile
            v-for="file in noted(piece)"
            :key="file.id"
            class="mt-2"
            :file="file"
            :notes="piece.notes"
          />
        </details>
      </li>
    </ul>
  </section>
</template>

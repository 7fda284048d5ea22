<script setup lang="ts">
import { defineAsyncComponent } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { sizeWords } from "@/items/model/sizes";
import MeasuredList from "@/items/reading/MeasuredList.vue";
import UiButton from "@/ui/button/UiButton.vue";
import OwnText from "./OwnText.vue";
import WorkTitle from "./WorkTitle.vue";

/** What was handed in to one course, the latest first, with what was said of it. */
const MarkedFile = defineAsyncComponent(() => import("@/items/reading/MarkedFile.vue"));
const { slug, pieces, kept, when } = defineProps<{
  slug: string;
  pieces: Shapes["OwnPiece"][];
  kept: Set<string>;
  when: (at: string) => string;
}>();
const emit = defineEmits<{ keep: [number: string] }>();
const { t, locale } = useI18n();
const noted = (piece: Shapes["OwnPiece"]) =>
  piece.files.filter((file) => piece.notes.some((note) => note.file_id === file.id));
</script>

<template>
  <ul>
    <li v-for="piece in pieces" :key="piece.number" class="border-b border-rule py-2.5">
      <WorkTitle
        :to="piece.there ? itemPath(slug, piece.item_id) : null"
        :title="piece.item"
        :when="`${t('handIn.attempt', { n: piece.attempt })} · ${when(piece.handed_in_at)}`"
        :given="piece.given"
        :possible="piece.possible"
      >
        <RouterLink
          class="figures inline-flex min-h-6 items-center"
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
      </WorkTitle>
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
</template>

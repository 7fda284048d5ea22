<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import PdfPages from "@/items/reading/PdfPages.vue";
import { sizeWords } from "@/items/model/sizes";
import { lateWords } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";

/** What a student handed in, the latest attempt first. */
const { work, zone } = defineProps<{ work: Shapes["Work"]; zone: string }>();
const { t, locale } = useI18n();
const times = useTimes(() => zone);
const is = (file: Shapes["WorkFile"], type: string): boolean => file.content_type.startsWith(type);
</script>

<template>
  <article>
    <h2 class="text-[20px] font-bold">
      {{ work.name }} <span class="text-[15px] font-normal text-soft">{{ work.section }}</span>
    </h2>
    <p v-if="!work.attempts.length && !work.draft_started_at" class="mt-2 text-soft">
      {{ t("grading.noWork", { name: work.name }) }}
    </p>
    <p v-if="work.draft_started_at" class="mt-2 text-soft">
      {{
        t("grading.draft", {
          name: work.name,
          at: times.moment(work.draft_started_at),
          files: work.draft_files ? t("detail.files", { n: work.draft_files }, work.draft_files) : "",
        })
      }}
    </p>
    <section
      v-for="attempt in [...work.attempts].reverse()"
      :key="attempt.attempt"
      class="card mt-3 px-5 py-4"
    >
      <p class="flex flex-wrap gap-x-3 border-b border-rule-faint pb-2 text-[14px]">
        <b>{{
          t("grading.attempt", {
            n: attempt.attempt,
            at: attempt.handed_in_at ? times.moment(attempt.handed_in_at) : "",
          })
        }}</b>
        <span :class="{ 'text-late': attempt.late_seconds }">
          {{
            attempt.late_seconds
              ? t("state.late", { by: lateWords(attempt.late_seconds, t) })
              : t("grading.inTime")
          }}
        </span>
        <RouterLink class="figures ml-auto" :to="{ name: 'receipt', params: { number: attempt.number } }">{{
          attempt.number
        }}</RouterLink>
      </p>
      <p v-if="attempt.comment" class="mt-2 text-[15px]">
        <span class="text-soft">{{ t("grading.note") }}:</span> {{ attempt.comment }}
      </p>
      <p v-if="attempt.link" class="mt-2 [overflow-wrap:anywhere]">
        <a :href="attempt.link" target="_blank" rel="noopener noreferrer">{{ attempt.link }}</a>
      </p>
      <p v-if="attempt.text" class="mt-2 max-w-[72ch] [overflow-wrap:anywhere] whitespace-pre-wrap">
        {{ attempt.text }}
      </p>
      <ul v-if="attempt.files.length" class="mt-2">
        <li v-for="file in attempt.files" :key="file.id" class="py-1">
          <a
            :href="`${file.address}?show=1`"
            target="_blank"
            rel="noopener"
            :aria-label="t('grading.open', { name: file.name })"
            >{{ file.name }}</a
          >
          <span class="figures ml-2 text-soft">{{ sizeWords(file.size, locale) }}</span>
          <img
            v-if="is(file, 'image/')"
            :src="file.address"
            :alt="file.name"
            class="mt-1 max-w-full border border-rule"
          />
          <PdfPages
            v-else-if="is(file, 'application/pdf')"
            class="mt-1"
            :address="`${file.address}?show=1`"
            :name="file.name"
          />
          <!-- eslint-disable vuejs-accessibility/media-has-caption -- a student's own recording has no captions -->
          <video
            v-else-if="is(file, 'video/')"
            :src="file.address"
            :aria-label="file.name"
            controls
            preload="metadata"
            class="mt-1 max-h-[60vh] max-w-full"
          />
          <audio
            v-else-if="is(file, 'audio/')"
            :src="file.address"
            :aria-label="file.name"
            controls
            preload="metadata"
            class="mt-1 w-full"
          />
          <!-- eslint-enable vuejs-accessibility/media-has-caption -->
        </li>
      </ul>
    </section>
  </article>
</template>

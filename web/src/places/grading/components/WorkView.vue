<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import MarkedFile from "@/items/reading/MarkedFile.vue";
import { sizeWords } from "@/items/model/sizes";
import { lateWords } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import { useNoteWrites } from "../queries";

/** What a student handed in, the latest attempt first. */
const { work, zone, slug, id } = defineProps<{
  work: Shapes["Work"];
  zone: string;
  slug: string;
  id: number;
}>();
const { t, locale } = useI18n();
const times = useTimes(() => zone);
const writes = useNoteWrites(
  () => slug,
  () => id,
  () => work.person_id,
);
/** On what something can be said at a place. */
const hasPlaces = (work_: Shapes["Work"]): boolean =>
  work_.attempts.some((attempt) =>
    attempt.files.some((file) => /^(image|video|audio)\/|^application\/pdf$/.test(file.content_type)),
  );
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
    <p v-if="hasPlaces(work)" class="mt-1 text-[14px] text-soft">
      {{ t("notes.hint") }} {{ t("notes.seen") }}
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
          <MarkedFile
            class="mt-1"
            :file="file"
            :notes="attempt.notes ?? []"
            marking
            @add="(mark) => writes.add.mutate(mark)"
            @change="(note, words) => writes.change.mutate({ note, words })"
            @remove="(note) => writes.remove.mutate(note)"
          />
        </li>
      </ul>
    </section>
  </article>
</template>

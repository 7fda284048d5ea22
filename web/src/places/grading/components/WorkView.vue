<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import CommentList from "@/items/reading/CommentList.vue";
import ReturnedCard from "@/items/reading/ReturnedCard.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import MarkedFile from "@/items/reading/MarkedFile.vue";
import { sizeWords } from "@/items/model/sizes";
import { lateWords } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import { useSayingWrites } from "../queries";

/** What a student handed in, the latest attempt first. */
const { work, zone, possible, slug, id } = defineProps<{
  work: Shapes["Work"];
  zone: string;
  possible: string;
  slug: string;
  id: number;
}>();
const { t, locale } = useI18n();
const times = useTimes(() => zone);
const wrong = useWrong();
const writes = useSayingWrites(
  () => slug,
  () => id,
  () => work.person_id,
);
const last = (attempt: Shapes["Attempt"]): boolean => attempt === work.attempts.at(-1);

async function keep(attempt: number): Promise<void> {
  try {
    await writes.keepAfterAll.mutateAsync({ n: attempt, together: work.fellows.length > 0 });
    say(t("again.kept", { name: work.name }));
  } catch (error) {
    sayWrong(wrong(error));
  }
}

async function forget(attempt: number): Promise<void> {
  try {
    await writes.forget.mutateAsync({ n: attempt, together: work.fellows.length > 0 });
    say(t("recorded.forgotten"));
  } catch (error) {
    sayWrong(wrong(error));
  }
}

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
      {{ t("notes.hint") }} {{ t(work.attempts.at(-1)?.given_back ? "notes.seenNow" : "notes.seen") }}
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
        <span v-if="attempt.group && attempt.way === 'here'">{{
          t("together.handedBy", { group: attempt.group, name: attempt.handed_in_by })
        }}</span>
        <span v-if="attempt.way !== 'here'">{{
          t(`recorded.by.${attempt.way}`, { name: attempt.recorded_by })
        }}</span>
        <UiButton
          v-if="attempt.way !== 'here' && last(attempt) && attempt.given === null"
          look="text"
          @click="forget(attempt.attempt)"
          >{{ t("recorded.forget") }}</UiButton
        >
        <span v-if="attempt.given !== null && work.attempts.length > 1">
          <b class="figures">{{ t("attempt.given", { points: attempt.given, possible }) }}</b>
          <template v-if="attempt.counts"> · {{ t("attempt.counts") }}</template>
        </span>
        <RouterLink
          v-if="attempt.number"
          class="figures ml-auto"
          :to="{ name: 'receipt', params: { number: attempt.number } }"
          >{{ attempt.number }}</RouterLink
        >
      </p>
      <ReturnedCard v-if="attempt.given_back" class="mt-3" :given="attempt.given_back" :zone="zone">
        <p v-if="last(attempt) && work.due">{{ t("again.comes", { at: times.moment(work.due) }) }}</p>
        <UiButton v-if="last(attempt)" class="mt-2" @click="keep(attempt.attempt)">{{
          t("again.keep")
        }}</UiButton>
      </ReturnedCard>
      <CommentList
        v-if="attempt.comments?.length"
        class="mt-3"
        :comments="attempt.comments"
        :zone="zone"
        @remove="(comment) => writes.removeComment.mutate(comment)"
      />
      <p v-if="attempt.comment" class="mt-2 text-[15px]">
        <span class="text-soft">{{ t(attempt.way === "here" ? "grading.note" : "recorded.noteOf") }}:</span>
        {{ attempt.comment }}
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
            @add="(mark) => writes.addNote.mutate(mark)"
            @change="(note, words) => writes.changeNote.mutate({ note, words })"
            @remove="(note) => writes.removeNote.mutate(note)"
          />
        </li>
      </ul>
    </section>
  </article>
</template>

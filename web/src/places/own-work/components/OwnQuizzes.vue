<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import WorkTitle from "./WorkTitle.vue";

/** Quizzes that were taken in one course, the latest first; each leads to what may be looked at of it. */
const { slug, quizzes, when } = defineProps<{
  slug: string;
  quizzes: Shapes["OwnQuiz"][];
  when: (at: string) => string;
}>();
const { t } = useI18n();
const reviewOf = (quiz: Shapes["OwnQuiz"]) => ({
  name: "quiz-review",
  params: { slug, id: quiz.item_id, number: quiz.attempt },
});
</script>

<template>
  <ul>
    <li v-for="quiz in quizzes" :key="quiz.number" class="border-b border-rule py-2.5">
      <WorkTitle
        :to="quiz.there ? reviewOf(quiz) : null"
        :title="quiz.item"
        :when="`${t('handIn.attempt', { n: quiz.attempt })} · ${when(quiz.handed_in_at)}`"
        :given="quiz.given"
        :possible="quiz.possible"
      >
        <RouterLink
          class="figures inline-flex min-h-6 items-center"
          :to="{ name: 'receipt', params: { number: quiz.number } }"
          >{{ quiz.number }}</RouterLink
        >
      </WorkTitle>
      <p v-if="quiz.remark" class="max-w-[72ch] whitespace-pre-wrap">{{ quiz.remark }}</p>
    </li>
  </ul>
</template>

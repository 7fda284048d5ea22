<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { quizClassPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import FiguresOfQuestion from "../components/FiguresOfQuestion.vue";
import { useFigures } from "../queries";

/** What the answers of the class say about the questions. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t, n } = useI18n();
const wrong = useWrong();
const { data: page, error } = useFigures(
  () => slug,
  () => id,
);
const two = (value: number | null): string =>
  value === null ? t("quiz.figures.none") : n(value, { maximumFractionDigits: 2 }).replace("-", "−");
const whole = computed(() => {
  const found = page.value?.whole;
  if (!found) return [];
  return [
    [t("quiz.figures.attempts"), String(found.attempts)],
    [t("quiz.figures.mean"), two(found.mean)],
    [t("quiz.figures.deviation"), two(found.deviation)],
    [t(found.right_or_wrong ? "quiz.figures.kr20" : "quiz.figures.alpha"), two(found.reliability)],
    [t("quiz.figures.error"), two(found.error)],
  ];
});
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="mx-auto max-w-[980px] px-3.5 pt-4 pb-24 sm:px-6">
    <p class="text-[14px] text-soft">
      <RouterLink class="underline" :to="quizClassPath(slug, id)">{{ page.title }}</RouterLink>
    </p>
    <h1 class="text-[26px] font-bold">{{ t("quiz.figures.title") }}</h1>
    <p class="mt-1 max-w-[72ch]">{{ page.said }}</p>
    <dl class="whole" :aria-label="t('quiz.figures.whole')">
      <div v-for="[name, value] in whole" :key="name">
        <dt>{{ name }}</dt>
        <dd class="figures">{{ value }}</dd>
      </div>
    </dl>
    <div class="grid gap-4">
      <FiguresOfQuestion
        v-for="question in page.questions"
        :key="question.question_id"
        :question="question"
        :slug="slug"
      />
    </div>
    <p class="mt-4 max-w-[72ch] text-[14px] text-soft">{{ t("quiz.figures.method") }}</p>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.whole {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 32px;
  margin: 12px 0 20px;
}
dt {
  color: var(--ink-soft);
  font-size: 13px;
}
dd {
  font-size: 18px;
}
</style>

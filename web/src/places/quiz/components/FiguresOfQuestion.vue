<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { bankQuestionPath } from "@/frame/addresses";
import { lengthWords } from "@/ui/moment/lengths";

/** One question over the class: a sentence on what to look at, its figures, its options as bars. */
const { question, slug } = defineProps<{ question: Shapes["QuestionFigures"]; slug: string }>();
const { t, n } = useI18n();
const signed = (value: number | null): string =>
  value === null
    ? t("quiz.figures.none")
    : n(value, { minimumFractionDigits: 2, maximumFractionDigits: 2 }).replace("-", "−");
const facts = computed(() => [
  [t("quiz.figures.difficulty"), n(question.difficulty, { style: "percent" })],
  [t("quiz.figures.itemTotal"), signed(question.item_total)],
  [t("quiz.figures.discrimination"), signed(question.discrimination)],
  [
    t("quiz.figures.seconds"),
    question.seconds === null ? t("quiz.figures.none") : lengthWords(question.seconds),
  ],
]);
const width = (count: number): string => `${question.asked ? (100 * count) / question.asked : 0}%`;
</script>

<template>
  <article class="card px-4 py-3 sm:px-6" :aria-label="question.name">
    <header class="flex flex-wrap items-baseline gap-x-4">
      <h2 class="text-[17px] font-bold">
        <RouterLink :to="bankQuestionPath(slug, question.question_id)">{{ question.name }}</RouterLink>
      </h2>
      <span class="text-[13px] text-soft">
        {{ t("quiz.points", { n: question.points }, Number(question.points)) }} ·
        {{ t("quiz.figures.asked", { n: question.asked }, question.asked) }}
      </span>
    </header>
    <p v-for="(words, at) in question.said" :key="words" class="mt-1" :class="{ 'text-soft': at }">
      {{ words }}
    </p>
    <dl class="facts">
      <div v-for="[name, value] in facts" :key="name">
        <dt>{{ name }}</dt>
        <dd class="figures">{{ value }}</dd>
      </div>
    </dl>
    <ul v-if="question.options.length" class="mt-2" :aria-label="t('quiz.figures.options')">
      <li v-for="option in question.options" :key="option.text" class="option">
        <span class="text" :class="{ 'font-bold': option.right }">
          {{ option.text }}
          <span v-if="option.right" class="text-soft">({{ t("quiz.figures.right") }})</span>
        </span>
        <span class="bar" aria-hidden="true">
          <i :class="option.right ? 'right' : 'wrong'" :style="{ width: width(option.count) }" />
        </span>
        <span class="figures text-[13px]">{{
          t("quiz.figures.took", {
            n: option.count,
            upper: option.upper,
            lower: option.lower,
            group: question.group,
          })
        }}</span>
      </li>
    </ul>
  </article>
</template>

<style scoped>
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  margin-top: 8px;
}
dt {
  color: var(--ink-soft);
  font-size: 12.5px;
}
.option {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(80px, 1fr) minmax(0, 2fr);
  gap: 4px 14px;
  align-items: center;
  padding: 3px 0;
}
.text {
  overflow-wrap: anywhere;
}
.bar {
  display: block;
  height: 12px;
  border: 1px solid var(--ink);
}
.bar i {
  display: block;
  height: 100%;
}
.right {
  background: var(--ink);
}
.wrong {
  background: repeating-linear-gradient(45deg, var(--ink) 0 2px, transparent 2px 5px);
}
@media (max-width: 719px) {
  .option {
    grid-template-columns: 1fr;
  }
}
</style>

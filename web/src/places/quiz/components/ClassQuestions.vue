<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { bankQuestionPath, quizAnswersPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { useClassWrites } from "../queries";

const RescoreDialog = defineAsyncComponent(() => import("./RescoreDialog.vue"));
const RulingDialog = defineAsyncComponent(() => import("./RulingDialog.vue"));

/** How each question went over the class; a corrected key that waits stands out. */
const { page, slug, id } = defineProps<{ page: Shapes["QuizClass"]; slug: string; id: number }>();
const { t } = useI18n();
const writes = useClassWrites(
  () => slug,
  () => id,
);
const times = useTimes(() => page.zone);
const rescoring = ref(0);
const ruling = ref(0);
const named = (pk: number) => page.by_question.find((q) => q.question_id === pk);
const newer = computed(() => page.by_question.filter((q) => q.newer !== null));
const share = (part: number, all: number): string => `${all ? (100 * part) / all : 0}%`;
const standing = (question: Shapes["QuestionOfClass"]) => question.rescorings.find((r) => !r.set_back_at);
</script>

<template>
  <section class="mb-6" :aria-label="t('quiz.questions')">
    <div v-if="newer.length && page.can_change" class="card mb-3 border-l-4 !border-l-now px-4 py-3">
      <p v-for="one in newer" :key="one.question_id" class="flex flex-wrap items-center gap-x-4">
        <span>{{ t("quiz.class.newer", { name: one.name }) }}</span>
        <UiButton look="main" @click="rescoring = one.question_id">{{ t("quiz.class.whoMoves") }}</UiButton>
      </p>
    </div>
    <div class="card overflow-x-auto" role="region" :aria-label="t('quiz.questions')" tabindex="0">
      <table class="ruled-table w-full">
        <thead>
          <tr>
            <th scope="col">{{ t("quiz.class.question") }}</th>
            <th scope="col" class="bars">{{ t("quiz.class.went") }}</th>
            <th scope="col">
              <span class="sr-only">{{ t("quiz.class.decide") }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="question in page.by_question" :key="question.question_id">
            <th scope="row">
              <RouterLink :to="bankQuestionPath(slug, question.question_id)">{{ question.name }}</RouterLink>
              <span class="block text-[13px] font-normal text-soft">{{
                t("quiz.points", { n: question.points }, Number(question.points))
              }}</span>
            </th>
            <td class="bars">
              <div class="bar" aria-hidden="true">
                <span class="right" :style="{ width: share(question.right, question.asked) }" />
                <span class="part" :style="{ width: share(question.part, question.asked) }" />
                <span class="wrong" :style="{ width: share(question.wrong, question.asked) }" />
              </div>
              <span class="figures text-[13px]">{{
                t("quiz.class.counts", {
                  right: question.right,
                  part: question.part,
                  wrong: question.wrong,
                  all: question.asked,
                })
              }}</span>
              <span v-if="question.waits" class="figures text-[13px]">
                {{ t("quiz.class.waits", { n: question.waits }) }}</span
              >
              <span v-if="question.ruling" class="block text-[13px]">
                {{ t(`quiz.ruling.${question.ruling.kind}`) }} {{ question.ruling.why }}</span
              >
              <span v-if="standing(question)" class="block text-[13px] text-soft">{{
                t("quiz.class.rescored", {
                  at: times.moment(standing(question)!.at),
                  who: standing(question)!.by,
                  n: standing(question)!.moved,
                })
              }}</span>
            </td>
            <td class="whitespace-nowrap">
              <UiButton
                :look="question.waits ? 'main' : 'text'"
                :to="quizAnswersPath(slug, id, question.question_id)"
                :aria-label="t('quiz.class.readOf', { name: question.name })"
                >{{ t(question.waits ? "quiz.class.read" : "quiz.class.answers") }}</UiButton
              >
              <template v-if="page.can_change">
                <UiButton
                  v-if="standing(question)"
                  look="text"
                  @click="writes.setBack.mutate(standing(question)!.id)"
                  >{{ t("quiz.class.setBack") }}</UiButton
                >
                <UiButton
                  look="text"
                  :aria-label="t('quiz.class.decideOn', { name: question.name })"
                  @click="ruling = question.question_id"
                  >{{ t("quiz.class.decide") }}</UiButton
                >
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <RescoreDialog
      v-if="rescoring"
      :slug="slug"
      :id="id"
      :question="rescoring"
      :name="named(rescoring)?.name ?? ''"
      @close="rescoring = 0"
    />
    <RulingDialog
      v-if="ruling && named(ruling)"
      :slug="slug"
      :id="id"
      :question="named(ruling)!"
      @close="ruling = 0"
    />
  </section>
</template>

<style scoped>
.bars {
  min-width: 220px;
}
.bar {
  display: flex;
  height: 10px;
  margin-top: 6px;
  border: 1px solid var(--ink);
}
.right {
  background: var(--ink);
}
.part {
  background: repeating-linear-gradient(45deg, var(--ink) 0 2px, transparent 2px 5px);
}
.wrong {
  background: var(--sheet);
}
</style>

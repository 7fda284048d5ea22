<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import AskedQuestion from "@/items/answering/AskedQuestion.vue";
import type { Given } from "@/items/answering/FieldInput.vue";
import { useLatest } from "@/items/answering/latest";
import UiButton from "@/ui/button/UiButton.vue";
import type { Attempt } from "../model/attempt";
import { lengthWords } from "@/ui/moment/lengths";
import { questionWords } from "../model/states";
import { readBack } from "../queries";
import AnswerFiles from "./AnswerFiles.vue";

/** One question of an attempt under way, in its taker's own numbers; each answer is read back while it is typed. */
const { question, attempt, slug, id, locked } = defineProps<{
  question: Shapes["TakenQuestion"];
  attempt: Attempt;
  slug: string;
  id: number;
  /** Nothing can be written: another window has it, or its time is up. */
  locked: boolean;
}>();
const emit = defineEmits<{ fresh: [] }>();
const { t } = useI18n();
const PAUSE_MS = 120;
const { ask, found } = useLatest(
  (answers: Shapes["ReadIn"]["answers"]) =>
    readBack(slug, id, { number: attempt.taking.value?.number ?? 1, question: question.id, answers }).then(
      (read) => ({ answers: JSON.stringify(answers), fields: read.fields }),
    ),
  PAUSE_MS,
);
const TYPED = ["number", "formula", "fraction", "angle", "list", "interval", "point"];
const answers = computed(() => attempt.answersOf(question));
const typed = computed(() => question.shown?.fields.some((f) => TYPED.includes(f.asks)) ?? false);
/** As it was read last, where that is still what stands there. */
const fields = computed(() =>
  found.value?.answers === JSON.stringify(answers.value) || attempt.seqOf(question) > question.seq
    ? (found.value?.fields ?? {})
    : question.fields,
);
/** What the server said when it was checked stands until something else is typed. */
const reads = ref<Record<string, Shapes["ReadOut"]>>({});
watch([fields, () => question.fields], () => (reads.value = { ...question.fields, ...fields.value }), {
  immediate: true,
});

function change(field: string, value: Given): void {
  if (locked || question.settled) return;
  attempt.give(question, field, value);
  if (typed.value) ask({ ...attempt.answersOf(question) });
}
const place = (ref: Shapes["TaughtRef"]): string =>
  itemPath(slug, ref.item_id) + (ref.seconds === null ? "" : `?at=${ref.seconds}`);
const judged = computed(
  () => question.tried.length > 0 && ["right", "part", "wrong"].includes(question.state),
);
</script>

<template>
  <article v-if="question.shown" :id="`question-${question.position + 1}`" :aria-label="question.name">
    <p class="figures line">
      {{
        t(
          "quiz.questionLine",
          { at: question.position + 1, points: question.points },
          Number(question.points),
        )
      }}
    </p>
    <AskedQuestion
      :shown="question.shown"
      :answers="answers"
      :reads="reads"
      :disabled="locked || question.settled"
      @change="change"
    >
      <template #files="{ field }">
        <AnswerFiles
          class="mt-3"
          :question="question"
          :field="field"
          :attempt="attempt"
          :slug="slug"
          :id="id"
          :locked="locked"
        />
      </template>
    </AskedQuestion>
    <div v-if="judged" role="status" class="judged" :class="question.state">
      <b>{{ questionWords(question, t) }}</b>
      <span v-for="word in question.words" :key="word" class="block">{{ word }}</span>
    </div>
    <div class="taught">
      <template v-if="question.taught_in.length">
        <span class="text-soft">{{ t("quiz.taughtIn") }}</span>
        <RouterLink
          v-for="spot in question.taught_in"
          :key="`${spot.item_id}.${spot.seconds}`"
          :to="place(spot)"
        >
          {{
            spot.seconds === null
              ? spot.title
              : t("quiz.taughtAt", { title: spot.title, at: lengthWords(spot.seconds) })
          }}
        </RouterLink>
      </template>
      <UiButton v-if="question.can_practise" class="ml-auto" look="text" @click="emit('fresh')">{{
        t("quiz.fresh")
      }}</UiButton>
    </div>
  </article>
  <p v-else class="py-6 text-soft">{{ t("quiz.notThere") }}</p>
</template>

<style scoped>
.line {
  margin-bottom: 4px;
  color: var(--ink-soft);
}
.judged {
  margin-top: 12px;
  padding: 8px 14px;
  border-left: 4px solid var(--late);
  background: var(--sheet);
}
.judged.right {
  border-color: var(--done);
}
.judged.part {
  border-color: var(--now);
}
.taught {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 18px;
  margin-top: 16px;
}
</style>

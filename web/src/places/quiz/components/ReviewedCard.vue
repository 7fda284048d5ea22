<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import FileLines from "@/items/answering/FileLines.vue";
import { marksIn } from "@/items/answering/places";
import TypesetLine from "@/items/answering/TypesetLine.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import RichText from "@/ui/richtext/RichText.vue";
import StateTile from "@/ui/tile/StateTile.vue";
import { lengthWords } from "@/ui/moment/lengths";
import { tileOfState } from "../model/states";
import ShownAnswer from "./ShownAnswer.vue";

/** A question looked at again: what was answered and how it was read, and what the quiz shows of the rest by now. */
const {
  question,
  slug,
  zone,
  onPaper = false,
} = defineProps<{
  question: Shapes["ReviewedQuestion"];
  slug: string;
  zone: string;
  /** What was answered stands on a sheet. */
  onPaper?: boolean;
}>();
const emit = defineEmits<{ fresh: [] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const words = computed(() => {
  const { state, won, points } = question;
  return [state ? t(`quiz.state.${state}`) : "", won !== null ? t("quiz.ofPoints", { won, points }) : ""]
    .filter(Boolean)
    .join(" · ");
});
const marks = computed(() => (question.shown ? marksIn(question.shown.text, question.shown.fields) : {}));
/** A plain number looks the same typeset. */
const NUMBER = /^-?\d+(\.\d+)?$/;
const typeset = (value: unknown, latex: string | undefined): string =>
  typeof value === "string" && NUMBER.test(value.trim()) ? "" : (latex ?? "");
const place = (ref: Shapes["TaughtRef"]): string =>
  itemPath(slug, ref.item_id) + (ref.seconds === null ? "" : `?at=${ref.seconds}`);
</script>

<template>
  <article
    :id="`question-${question.position + 1}`"
    class="card px-4 py-3 sm:px-6"
    :aria-label="question.name"
  >
    <header class="flex flex-wrap items-baseline gap-x-3">
      <StateTile v-if="question.state" class="self-center" :tile="tileOfState(question.state)" :size="16" />
      <h2 class="text-[17px] font-bold">{{ question.position + 1 }} {{ question.name }}</h2>
      <b class="figures ml-auto">{{
        words || t("quiz.points", { n: question.points }, Number(question.points))
      }}</b>
    </header>
    <template v-if="question.shown">
      <RichText class="mt-2 max-w-[72ch]" :html="question.shown.text" :marks="marks" />
      <div v-for="field in question.shown.fields" :key="field.name" class="pair">
        <div v-if="onPaper">
          <span class="name">{{ field.label || t("answer.yours") }}</span>
          <p class="text-soft">{{ t("quiz.onTheSheet") }}</p>
        </div>
        <div v-else>
          <span class="name">{{ marks[field.name] }} {{ field.label || t("answer.yours") }}</span>
          <ShownAnswer :asked="field" :value="question.answers?.[field.name] ?? ''" />
          <TypesetLine
            v-if="typeset(question.answers?.[field.name], question.fields[field.name]?.latex)"
            :latex="question.fields[field.name]!.latex"
          />
          <span v-if="question.fields[field.name]?.error" class="block text-[14px] text-late">{{
            question.fields[field.name]!.error!.words
          }}</span>
        </div>
        <div v-if="question.key && question.key[field.name] !== undefined && field.asks !== 'by_hand'">
          <span class="name">{{ t("quiz.key") }}</span>
          <ShownAnswer :asked="field" :value="question.key[field.name]!" />
          <TypesetLine
            v-if="typeset(question.key[field.name], question.key_latex[field.name])"
            :latex="question.key_latex[field.name]!"
          />
        </div>
      </div>
    </template>
    <p v-else class="mt-1 text-soft">{{ t("quiz.answersLater") }}</p>
    <FileLines class="mt-2" :files="question.files" :label="t('answer.yours')" />
    <p v-for="word in question.words" :key="word" class="said">{{ word }}</p>
    <p v-if="question.comment" class="said">{{ question.comment }}</p>
    <p v-if="question.ruling" class="said">{{ t(`quiz.ruling.${question.ruling}`) }} {{ question.why }}</p>
    <p v-if="question.corrected" class="said">{{ t("quiz.corrected") }}</p>
    <p v-if="question.late_at" class="said late">
      {{ t("quiz.cameLate", { at: times.clock(question.late_at) }) }}
    </p>
    <details v-if="question.solution" class="mt-3">
      <summary class="cursor-pointer font-semibold text-deep">{{ t("quiz.solution") }}</summary>
      <RichText class="mt-1 max-w-[72ch]" :html="question.solution" />
    </details>
    <div
      v-if="question.taught_in.length || question.can_practise"
      class="mt-3 flex flex-wrap gap-x-4 text-[14px]"
    >
      <template v-if="question.taught_in.length">
        <span class="text-soft">{{ t("quiz.taughtIn") }}</span>
        <RouterLink
          v-for="ref in question.taught_in"
          :key="`${ref.item_id}.${ref.seconds}`"
          :to="place(ref)"
          >{{
            ref.seconds === null
              ? ref.title
              : t("quiz.taughtAt", { title: ref.title, at: lengthWords(ref.seconds) })
          }}</RouterLink
        >
      </template>
      <UiButton v-if="question.can_practise" class="ml-auto" look="text" @click="emit('fresh')">{{
        t("quiz.fresh")
      }}</UiButton>
    </div>
    <slot />
  </article>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 8px 24px;
  margin-top: 10px;
  padding: 8px 14px;
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.name {
  display: block;
  color: var(--ink-soft);
  font-size: 12.5px;
}
.said {
  margin-top: 10px;
  padding: 2px 12px;
  border-left: 3px solid var(--now);
}
.late {
  border-color: var(--late);
}
</style>

<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute } from "vue-router";
import { itemPath, quizClassPath, quizOfPath, quizReviewPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import ReadForm from "../components/ReadForm.vue";
import ReviewedCard from "../components/ReviewedCard.vue";
import FileLines from "@/items/answering/FileLines.vue";
import { useReview, useReviewOf } from "../queries";

const FreshDialog = defineAsyncComponent(() => import("../components/FreshDialog.vue"));

/** An attempt that was handed in: by its student, or with `person` by whoever teaches them. */
const { slug, id, number, person } = defineProps<{
  slug: string;
  id: number;
  number: number;
  person: number;
}>();
const { t } = useI18n();
const route = useRoute();
const wrong = useWrong();
const args = [() => slug, () => id, () => number, () => person] as const;
const mine = useReview(...args);
const theirs = useReviewOf(...args);
const review = computed(() => (person ? theirs.data.value : mine.data.value));
const error = computed(() => (person ? theirs.error.value : mine.error.value));
const times = useTimes(() => review.value?.zone ?? "");
const practising = ref(0);
const later = computed(() => (review.value?.shows ?? []).filter((one) => !one.now));
const at = (n: number): string => (person ? quizOfPath(slug, id, person, n) : quizReviewPath(slug, id, n));
</script>

<template>
  <NothingHere v-if="error && !review" :message="wrong(error)" />
  <main v-else-if="review" id="content" class="mx-auto max-w-[880px] px-3.5 pt-5 pb-24 sm:px-6">
    <p v-if="route.query.fresh" role="status" class="mb-4 border-l-4 border-done bg-sheet px-4 py-2">
      {{ t(review.how === "clock" ? "quiz.gotClock" : "quiz.got") }}
    </p>
    <p class="text-[14px] text-soft">
      <RouterLink class="underline" :to="person ? quizClassPath(slug, id) : itemPath(slug, id)">{{
        review.title
      }}</RouterLink>
      <template v-if="person"> · {{ review.person }}</template>
    </p>
    <h1 class="text-[26px] font-bold">{{ t("quiz.reviewTitle", { n: review.number }) }}</h1>
    <p class="mb-1">
      {{ t(`quiz.handedIn.${review.how || "self"}`, { at: times.moment(review.handed_in_at) }) }}
      <RouterLink class="figures ml-2" :to="{ name: 'receipt', params: { number: review.receipt } }">{{
        t("receipt.title", { number: review.receipt })
      }}</RouterLink>
    </p>
    <p class="figures mb-3 !text-[20px]">
      {{
        review.points === null
          ? t("quiz.pointsLater")
          : t("quiz.ofPoints", { won: review.points, points: review.possible })
      }}
    </p>
    <nav
      v-if="review.attempts.length > 1"
      class="no-print mb-3 flex gap-4"
      :aria-label="t('handIn.attempts')"
    >
      <RouterLink
        v-for="n in review.attempts"
        :key="n"
        :to="at(n)"
        :aria-current="n === review.number ? 'page' : undefined"
        :class="{ 'font-bold': n === review.number }"
        >{{ t("handIn.attempt", { n }) }}</RouterLink
      >
    </nav>
    <FileLines v-if="review.photos.length" class="mb-4" :files="review.photos" :label="t('quiz.photos')" />
    <ul v-if="later.length && !review.teaching" class="mb-4 text-[14px] text-soft">
      <li v-for="one in later" :key="one.what">{{ one.words }}</li>
    </ul>
    <div class="grid gap-4">
      <ReviewedCard
        v-for="question in review.questions"
        :key="question.id"
        :question="question"
        :slug="slug"
        :zone="review.zone"
        :on-paper="review.how === 'paper'"
        @fresh="practising = question.id"
      >
        <ReadForm v-if="review.teaching" :question="question" :slug="slug" :id="id" />
      </ReviewedCard>
    </div>
    <p class="no-print mt-5">
      <UiButton look="main" :to="person ? quizClassPath(slug, id) : itemPath(slug, id)">{{
        t(person ? "quiz.toClass" : "quiz.toQuiz")
      }}</UiButton>
    </p>
    <FreshDialog
      v-if="practising"
      :slug="slug"
      :id="id"
      :number="review.number"
      :question="practising"
      :name="review.questions.find((q) => q.id === practising)?.name ?? ''"
      @close="practising = 0"
    />
  </main>
  <LoadingNote v-else />
</template>

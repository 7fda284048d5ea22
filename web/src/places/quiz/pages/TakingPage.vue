<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute, useRouter } from "vue-router";
import { itemPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useKeys } from "@/frame/shortcuts";
import { useMe } from "@/frame/queries";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import HandInQuiz from "../components/HandInQuiz.vue";
import QuestionCard from "../components/QuestionCard.vue";
import QuestionList from "../components/QuestionList.vue";
import QuizFacts from "../components/QuizFacts.vue";
import QuizLine from "../components/QuizLine.vue";
import TakingFoot from "../components/TakingFoot.vue";
import TimeBar from "../components/TimeBar.vue";
import { useRunning } from "../model/running";

const FreshDialog = defineAsyncComponent(() => import("../components/FreshDialog.vue"));

const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const { data: me } = useMe();
const number = () => Number(route.query.attempt ?? 1) || 1;
const running = useRunning(
  () => slug,
  () => id,
  number,
);
const { attempt, held, timeUp, confirming, error } = running;
const taking = attempt.taking;
const practising = ref(0);
const forced = computed(() => taking.value?.one_by_one === true && !taking.value.back);
const single = computed(() => taking.value?.one_by_one === true);
const last = computed(() => (taking.value?.questions.length ?? 1) - 1);
/** Which question is looked at; where there is no way back the server says it. */
const at = computed(() => {
  if (forced.value) return taking.value?.at ?? 0;
  return Math.min(last.value, Math.max(0, Number(route.query.question ?? 1) - 1 || 0));
});
const question = computed(() => taking.value?.questions.find((q) => q.position === at.value));
const shown = computed(() =>
  single.value ? (question.value ? [question.value] : []) : (taking.value?.questions ?? []),
);
const locked = computed(() => !held.value || timeUp.value || attempt.over.value);

watch(me, (found) => found && !taking.value && void running.load(), { immediate: true });

async function go(position: number): Promise<void> {
  if (position < 0 || position > last.value || forced.value) return;
  running.said.value = "";
  void attempt.sending.flush();
  attempt.looked();
  await router.replace({ query: { ...route.query, question: position + 1 } });
  await nextTick();
  const place = document.getElementById(`question-${position + 1}`);
  place?.scrollIntoView({ block: single.value ? "nearest" : "start" });
  place?.querySelector<HTMLElement>("input, textarea, select")?.focus({ preventScroll: single.value });
}

async function onward(): Promise<void> {
  if (forced.value && at.value < last.value) await running.goOn(at.value);
  else await go(at.value + 1);
}

/** Enter in an answer: it is checked where answers are; else on to the next. */
function enter(event: KeyboardEvent): void {
  if (!(event.target instanceof HTMLInputElement) || event.isComposing || locked.value) return;
  event.preventDefault();
  if (question.value && question.value.tries_of !== null && !question.value.settled)
    void running.check(question.value.id);
  else if (at.value < last.value) void onward();
  else running.letIn();
}
useKeys(() => ({ j: () => void onward(), k: () => void go(at.value - 1) }));
const foot = computed(() => t(forced.value ? "quiz.footForced" : "quiz.footAny"));
</script>

<template>
  <NothingHere v-if="error" :message="wrong(error)" />
  <div v-else-if="taking" class="flex min-h-[calc(100vh-118px)] flex-col lg:flex-row">
    <QuestionList :taking="taking" :at="at" :word="foot" @go="go" />
    <div class="flex min-w-0 flex-1 flex-col">
      <main id="content" class="min-w-0 flex-1 px-3.5 pt-4 pb-10 sm:px-11 sm:pt-5" @keydown.enter="enter">
        <p class="text-[14px] text-soft">
          {{
            taking.of === null
              ? t("quiz.placeAny", { n: taking.number })
              : t("quiz.place", {
                  n: taking.number,
                  of: taking.of,
                  counting: t(`counting.${taking.counting}`),
                })
          }}
        </p>
        <h1 class="text-[24px] leading-tight font-bold [overflow-wrap:anywhere] sm:text-[28px]">
          {{ taking.title }}
        </h1>
        <TimeBar
          v-if="attempt.clock.left.value !== null"
          class="sticky top-0 z-10 mb-4 bg-ground pb-1"
          :taking="taking"
          :left="attempt.clock.left.value"
          :warned="attempt.clock.warned.value"
        />
        <QuizLine :running="running" :zone="taking.zone" />
        <QuestionCard
          v-for="one in shown"
          :key="one.id"
          class="mt-4 mb-8"
          :question="one"
          :attempt="attempt"
          :slug="slug"
          :id="id"
          :locked="locked"
          @fresh="practising = one.id"
        />
      </main>
      <TakingFoot
        :running="running"
        :at="at"
        :single="single"
        :forced="forced"
        :question="question"
        :locked="locked"
        @go="go"
        @next="onward"
      />
    </div>
    <QuizFacts :taking="taking" :question="question" :slug="slug" :id="id" />
    <HandInQuiz
      v-if="confirming"
      :taking="taking"
      :busy="running.busy.value"
      :problem="running.problem.value"
      :broken="running.broken.value"
      :unsent="attempt.sending.unsent.value"
      @close="confirming = false"
      @confirm="running.handIn"
      @go="
        (position) => {
          confirming = false;
          void go(position);
        }
      "
    />
    <FreshDialog
      v-if="practising"
      :slug="slug"
      :id="id"
      :number="taking.number"
      :question="practising"
      :name="taking.questions.find((q) => q.id === practising)?.name ?? ''"
      @close="practising = 0"
    />
  </div>
  <LoadingNote v-else>
    <UiButton look="text" :to="itemPath(slug, id)">{{ t("quiz.toQuiz") }}</UiButton>
  </LoadingNote>
</template>
